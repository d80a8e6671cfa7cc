import { HOUR_MS, RAD } from "../constants";
import { quickAcos, quickAtan2 } from "./angles";
import { geocentricSun, meanSiderealTimeDeg, modulo360 } from "./geocentric";
import { refractionDeg, standardPressureHpa } from "./refraction";

const EARTH_FLATTENING = 0.99664719;
const EARTH_RADIUS_M = 6_378_140;

export interface Observer {
  /** Latitude, degrees, north positive, -90 to 90. */
  lat: number;
  /** Longitude, degrees, east positive, -180 to 180. */
  lon: number;
  /** Height above sea level, metres. */
  elevationM: number;
  /** For refraction only; the standard atmosphere's where absent. */
  pressureHpa?: number;
  /** For refraction only; 12 °C where absent. */
  airTempC?: number;
}

export interface SunPosition {
  /** Degrees clockwise from true north, 0 to 360. */
  azimuthDeg: number;
  /** Geometric zenith angle (no refraction), degrees, 0 to 180. */
  zenithDeg: number;
  /** Elevation with refraction, degrees. */
  elevationApparentDeg: number;
}

/** Sun positions for many instants; all arrays have one entry an instant. */
export interface SunSeries {
  azimuthDeg: Float64Array;
  zenithDeg: Float64Array;
  /** Direction to the sun as a unit vector: east, north and up. */
  east: Float64Array;
  north: Float64Array;
  up: Float64Array;
  /** Earth-sun distance, astronomical units. */
  distanceAu: Float64Array;
}

/** The part of the reduction that only depends on where the observer stands. */
interface Frame {
  lonDeg: number;
  sinLat: number;
  cosLat: number;
  /** The observer's place from the Earth's centre, in equatorial radii, along his own vertical and to his south. */
  placeUp: number;
  placeSouth: number;
}

function frameOf(observer: Observer): Frame {
  const lat = observer.lat * RAD;
  const sinLat = Math.sin(lat);
  const cosLat = Math.cos(lat);
  const reduced = Math.atan(EARTH_FLATTENING * Math.tan(lat));
  const height = observer.elevationM / EARTH_RADIUS_M;
  const axial = EARTH_FLATTENING * Math.sin(reduced) + height * sinLat;
  const equatorial = Math.cos(reduced) + height * cosLat;
  return {
    lonDeg: observer.lon,
    sinLat,
    cosLat,
    placeUp: sinLat * axial + cosLat * equatorial,
    placeSouth: sinLat * equatorial - cosLat * axial,
  };
}

const PARALLAX_RAD = (8.794 / 3600) * RAD;

/**
 * Direction to the sun from the observer: out = [south, west, up], a unit vector.
 * The parallax is taken off as a vector, which is exact and cheaper than the angles of steps 3.12 and 3.13.
 * @param towardsMeridian cos δ · cos H of the hour angle H before parallax
 * @param towardsWest cos δ · sin H
 */
function topocentric(
  frame: Frame,
  towardsMeridian: number,
  towardsWest: number,
  sinDec: number,
  distanceAu: number,
  out: Float64Array,
): void {
  const parallax = PARALLAX_RAD / distanceAu;
  const south = frame.sinLat * towardsMeridian - frame.cosLat * sinDec - parallax * frame.placeSouth;
  const west = towardsWest;
  const up = frame.sinLat * sinDec + frame.cosLat * towardsMeridian - parallax * frame.placeUp;
  const length = Math.sqrt(south * south + west * west + up * up);
  out[0] = south / length;
  out[1] = west / length;
  out[2] = up / length;
}

function azimuthOf(south: number, west: number): number {
  return modulo360(Math.atan2(west, south) / RAD + 180);
}

/** From sine and cosine both, so that it is exact at the zenith and at the horizon. */
function zenithOf(south: number, west: number, up: number): number {
  return Math.atan2(Math.sqrt(south * south + west * west), up) / RAD;
}

/**
 * Position of the sun at one instant.
 * @param utcMs instant, milliseconds since 1970-01-01T00:00Z
 * Within 0.001° of an almanac from 1950 to 2050.
 * Source: Reda & Andreas 2004.
 */
export function sunPosition(utcMs: number, observer: Observer): SunPosition {
  const out = new Float64Array(3);
  const sun = geocentricSun(utcMs);
  const hourDeg = meanSiderealTimeDeg(utcMs) + sun.equationOfEquinoxesDeg + observer.lon - sun.rightAscensionDeg;
  const declination = sun.declinationDeg * RAD;
  const cosDec = Math.cos(declination);
  topocentric(
    frameOf(observer),
    cosDec * Math.cos(hourDeg * RAD),
    cosDec * Math.sin(hourDeg * RAD),
    Math.sin(declination),
    sun.distanceAu,
    out,
  );
  const zenithDeg = zenithOf(out[0], out[1], out[2]);
  const elevation = 90 - zenithDeg;
  const pressure = observer.pressureHpa ?? standardPressureHpa(observer.elevationM);
  return {
    azimuthDeg: azimuthOf(out[0], out[1]),
    zenithDeg,
    elevationApparentDeg: elevation + refractionDeg(elevation, pressure, observer.airTempC ?? 12),
  };
}

const NODE_MS = 24 * HOUR_MS;

/** What is interpolated between nodes: the sun's direction as seen from the Earth's middle, and its distance. */
interface Node {
  /** Towards mean sidereal time nought on the equator, 90° east of it, and the pole; a unit vector. */
  x: number;
  y: number;
  z: number;
  distanceAu: number;
}

/** Nodes worked out already; the same for every place, and a year of them is small. */
const nodes = new Map<number, Node>();
const MOST_NODES = 20_000;

function nodeAt(day: number): Node {
  let node = nodes.get(day);
  if (!node) {
    if (nodes.size >= MOST_NODES) nodes.clear();
    const sun = geocentricSun(day * NODE_MS);
    const declination = sun.declinationDeg * RAD;
    const ascension = (sun.rightAscensionDeg - sun.equationOfEquinoxesDeg) * RAD;
    const cosDec = Math.cos(declination);
    node = { x: cosDec * Math.cos(ascension), y: cosDec * Math.sin(ascension), z: Math.sin(declination), distanceAu: sun.distanceAu };
    nodes.set(day, node);
  }
  return node;
}

/**
 * The sun as seen from the Earth's middle, by interpolation between daily nodes (Lagrange, four points, as
 * almanacs are read; the equation of the equinoxes is a straight line between nodes): within 0.0001° of the full series at a
 * small part of its cost.
 */
class GeocentricTrack {
  private day = Number.NaN;
  private a: Node = nodeAt(0);
  private b: Node = this.a;
  private c: Node = this.a;
  private d: Node = this.a;
  private readonly now: Node = { x: 1, y: 0, z: 0, distanceAu: 1 };

  at(utcMs: number): Node {
    const day = Math.floor(utcMs / NODE_MS);
    if (day !== this.day) {
      this.day = day;
      this.a = nodeAt(day - 1);
      this.b = nodeAt(day);
      this.c = nodeAt(day + 1);
      this.d = nodeAt(day + 2);
    }
    const t = utcMs / NODE_MS - day;
    const w0 = (-t * (t - 1) * (t - 2)) / 6;
    const w1 = ((t + 1) * (t - 1) * (t - 2)) / 2;
    const w2 = (-(t + 1) * t * (t - 2)) / 2;
    const w3 = ((t + 1) * t * (t - 1)) / 6;
    const { a, b, c, d, now } = this;
    now.x = w0 * a.x + w1 * b.x + w2 * c.x + w3 * d.x;
    now.y = w0 * a.y + w1 * b.y + w2 * c.y + w3 * d.y;
    now.z = w0 * a.z + w1 * b.z + w2 * c.z + w3 * d.z;
    now.distanceAu = w0 * a.distanceAu + w1 * b.distanceAu + w2 * c.distanceAu + w3 * d.distanceAu;
    return now;
  }
}

/** Cosine and sine of the local mean sidereal time; instants in even steps are turned on instead of worked out anew. */
class SiderealTurn {
  cos = 1;
  sin = 0;
  private lastMs = Number.NaN;
  private stepMs = Number.NaN;
  private cosStep = 1;
  private sinStep = 0;
  private turned = 0;

  constructor(private readonly lonDeg: number) {}

  to(utcMs: number): void {
    const stepMs = utcMs - this.lastMs;
    if (stepMs === this.stepMs && this.turned < MOST_TURNS) {
      const { cos, sin } = this;
      this.cos = cos * this.cosStep - sin * this.sinStep;
      this.sin = sin * this.cosStep + cos * this.sinStep;
      this.turned++;
    } else {
      const angle = (meanSiderealTimeDeg(utcMs) + this.lonDeg) * RAD;
      this.cos = Math.cos(angle);
      this.sin = Math.sin(angle);
      this.turned = 0;
      if (stepMs !== this.stepMs) {
        this.stepMs = stepMs;
        const turn = SIDEREAL_RAD_PER_MS * stepMs;
        this.cosStep = Math.cos(turn);
        this.sinStep = Math.sin(turn);
      }
    }
    this.lastMs = utcMs;
  }
}

/** Rounding grows with each turn; after this many the angle is worked out anew. */
const MOST_TURNS = 200;
const SIDEREAL_RAD_PER_MS = (360.98564736629 / NODE_MS) * RAD;

/**
 * Positions of the sun for a list of instants, in any order but fastest in time order and even steps.
 * @param utcMs instants, milliseconds since 1970-01-01T00:00Z
 * @param lowestUp where the sine of elevation is under this, azimuth is left at 0 and zenith at 180°, for callers
 *   that don't look at the night; the vector is always given
 */
export function sunPositions(utcMs: Float64Array, observer: Observer, lowestUp = -1): SunSeries {
  const frame = frameOf(observer);
  const track = new GeocentricTrack();
  const turn = new SiderealTurn(frame.lonDeg);
  const make = () => new Float64Array(utcMs.length);
  const series: SunSeries = { azimuthDeg: make(), zenithDeg: make(), east: make(), north: make(), up: make(), distanceAu: make() };
  const out = new Float64Array(3);
  for (let i = 0; i < utcMs.length; i++) {
    const sun = track.at(utcMs[i]);
    turn.to(utcMs[i]);
    const towardsMeridian = turn.cos * sun.x + turn.sin * sun.y;
    const towardsWest = turn.sin * sun.x - turn.cos * sun.y;
    topocentric(frame, towardsMeridian, towardsWest, sun.z, sun.distanceAu, out);
    const south = out[0];
    const west = out[1];
    const up = out[2];
    series.east[i] = -west;
    series.north[i] = -south;
    series.up[i] = up;
    series.distanceAu[i] = sun.distanceAu;
    if (up >= lowestUp) {
      series.azimuthDeg[i] = modulo360(quickAtan2(west, south) / RAD + 180);
      series.zenithDeg[i] = quickAcos(up) / RAD;
    } else series.zenithDeg[i] = 180;
  }
  return series;
}
