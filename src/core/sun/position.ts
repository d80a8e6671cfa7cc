import { type GeocentricSun, geocentricSun, meanSiderealTimeDeg, modulo360 } from "./geocentric";
import { refractionDeg, standardPressureHpa } from "./refraction";

const RAD = Math.PI / 180;
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
interface Station {
  lonDeg: number;
  sinLat: number;
  cosLat: number;
  /** The observer's place from the Earth's centre, in equatorial radii, along his own vertical and to his south. */
  placeUp: number;
  placeSouth: number;
}

function stationOf(observer: Observer): Station {
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
 */
function topocentric(station: Station, sun: GeocentricSun, siderealDeg: number, out: Float64Array): void {
  const hour = (siderealDeg + sun.equationOfEquinoxesDeg + station.lonDeg - sun.rightAscensionDeg) * RAD;
  const declination = sun.declinationDeg * RAD;
  const parallax = PARALLAX_RAD / sun.distanceAu;
  const cosDec = Math.cos(declination);
  const sinDec = Math.sin(declination);
  const towardsMeridian = cosDec * Math.cos(hour);
  const south = station.sinLat * towardsMeridian - station.cosLat * sinDec - parallax * station.placeSouth;
  const west = cosDec * Math.sin(hour);
  const up = station.sinLat * sinDec + station.cosLat * towardsMeridian - parallax * station.placeUp;
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
  topocentric(stationOf(observer), geocentricSun(utcMs), meanSiderealTimeDeg(utcMs), out);
  const zenithDeg = zenithOf(out[0], out[1], out[2]);
  const elevation = 90 - zenithDeg;
  const pressure = observer.pressureHpa ?? standardPressureHpa(observer.elevationM);
  return {
    azimuthDeg: azimuthOf(out[0], out[1]),
    zenithDeg,
    elevationApparentDeg: elevation + refractionDeg(elevation, pressure, observer.airTempC ?? 12),
  };
}

const NODE_MS = 24 * 3_600_000;

/** Nodes worked out already; the same for every place, and a year of them is small. */
const nodes = new Map<number, GeocentricSun>();
const MOST_NODES = 20_000;

function nodeSun(node: number): GeocentricSun {
  let sun = nodes.get(node);
  if (!sun) {
    if (nodes.size >= MOST_NODES) nodes.clear();
    sun = geocentricSun(node * NODE_MS);
    nodes.set(node, sun);
  }
  return sun;
}

/**
 * Geocentric positions at nodes a day apart, with four-point Lagrange interpolation between. The
 * sun moves so evenly among the stars that this stays within 1e-6° of the full reduction, at a fraction
 * of its cost.
 */
class GeocentricTrack {
  private node = Number.NaN;
  private readonly around: GeocentricSun[] = [];
  private readonly now: GeocentricSun = { rightAscensionDeg: 0, declinationDeg: 0, distanceAu: 1, equationOfEquinoxesDeg: 0 };

  at(utcMs: number): GeocentricSun {
    const node = Math.floor(utcMs / NODE_MS);
    if (node !== this.node) this.moveTo(node);
    const x = utcMs / NODE_MS - node;
    const w0 = (-x * (x - 1) * (x - 2)) / 6;
    const w1 = ((x + 1) * (x - 1) * (x - 2)) / 2;
    const w2 = (-(x + 1) * x * (x - 2)) / 2;
    const w3 = ((x + 1) * x * (x - 1)) / 6;
    const [a, b, c, d] = this.around;
    const now = this.now;
    now.rightAscensionDeg = w0 * a.rightAscensionDeg + w1 * b.rightAscensionDeg + w2 * c.rightAscensionDeg + w3 * d.rightAscensionDeg;
    now.declinationDeg = w0 * a.declinationDeg + w1 * b.declinationDeg + w2 * c.declinationDeg + w3 * d.declinationDeg;
    now.distanceAu = w0 * a.distanceAu + w1 * b.distanceAu + w2 * c.distanceAu + w3 * d.distanceAu;
    now.equationOfEquinoxesDeg =
      w1 * b.equationOfEquinoxesDeg + w2 * c.equationOfEquinoxesDeg + w0 * a.equationOfEquinoxesDeg + w3 * d.equationOfEquinoxesDeg;
    return now;
  }

  private moveTo(node: number): void {
    const next = node === this.node + 1;
    if (next) this.around.shift();
    else this.around.length = 0;
    for (let k = this.around.length - 1; k <= 2; k++) {
      const sun = { ...nodeSun(node + k) };
      const previous = this.around.at(-1)?.rightAscensionDeg ?? sun.rightAscensionDeg;
      if (sun.rightAscensionDeg < previous - 180) sun.rightAscensionDeg += 360;
      this.around.push(sun);
    }
    // Kept near 0..360 so that the unwrapped angle can't grow without end.
    if (this.around[0].rightAscensionDeg >= 360) for (const sun of this.around) sun.rightAscensionDeg -= 360;
    this.node = node;
  }
}

/**
 * Positions of the sun for a list of instants, in any order but fastest in time order.
 * @param utcMs instants, milliseconds since 1970-01-01T00:00Z
 */
export function sunPositions(utcMs: Float64Array, observer: Observer): SunSeries {
  const station = stationOf(observer);
  const track = new GeocentricTrack();
  const make = () => new Float64Array(utcMs.length);
  const series: SunSeries = { azimuthDeg: make(), zenithDeg: make(), east: make(), north: make(), up: make(), distanceAu: make() };
  const out = new Float64Array(3);
  for (let i = 0; i < utcMs.length; i++) {
    const sun = track.at(utcMs[i]);
    topocentric(station, sun, meanSiderealTimeDeg(utcMs[i]), out);
    series.azimuthDeg[i] = azimuthOf(out[0], out[1]);
    series.zenithDeg[i] = zenithOf(out[0], out[1], out[2]);
    series.east[i] = -out[1];
    series.north[i] = -out[0];
    series.up[i] = out[2];
    series.distanceAu[i] = sun.distanceAu;
  }
  return series;
}
