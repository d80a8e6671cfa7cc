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
  /** Earth-sun distance, astronomical units. */
  distanceAu: Float64Array;
}

/** The part of the reduction that only depends on where the observer stands. */
interface Station {
  lonDeg: number;
  sinLat: number;
  cosLat: number;
  /** Geocentric coordinates of the observer in equatorial radii. */
  axial: number;
  equatorial: number;
}

function stationOf(observer: Observer): Station {
  const lat = observer.lat * RAD;
  const reduced = Math.atan(EARTH_FLATTENING * Math.tan(lat));
  const height = observer.elevationM / EARTH_RADIUS_M;
  return {
    lonDeg: observer.lon,
    sinLat: Math.sin(lat),
    cosLat: Math.cos(lat),
    axial: EARTH_FLATTENING * Math.sin(reduced) + height * Math.sin(lat),
    equatorial: Math.cos(reduced) + height * Math.cos(lat),
  };
}

/** Writes azimuth and zenith (degrees) of one instant to out[0] and out[1]. */
function topocentric(station: Station, sun: GeocentricSun, siderealDeg: number, out: [number, number]): void {
  const hour = (siderealDeg + sun.equationOfEquinoxesDeg + station.lonDeg - sun.rightAscensionDeg) * RAD;
  const declination = sun.declinationDeg * RAD;
  const sinParallax = Math.sin((8.794 / (3600 * sun.distanceAu)) * RAD);
  const cosDec = Math.cos(declination);
  const sinDec = Math.sin(declination);
  const denominator = cosDec - station.equatorial * sinParallax * Math.cos(hour);
  const shift = Math.atan2(-station.equatorial * sinParallax * Math.sin(hour), denominator);
  const topoDec = Math.atan2((sinDec - station.axial * sinParallax) * Math.cos(shift), denominator);
  const topoHour = hour - shift;
  const cosHour = Math.cos(topoHour);
  const cosTopoDec = Math.cos(topoDec);
  const sinTopoDec = Math.sin(topoDec);
  // Vector form instead of arcsine alone keeps full precision with the sun near the zenith.
  const up = station.sinLat * sinTopoDec + station.cosLat * cosTopoDec * cosHour;
  const south = station.sinLat * cosTopoDec * cosHour - station.cosLat * sinTopoDec;
  const west = cosTopoDec * Math.sin(topoHour);
  out[0] = modulo360(Math.atan2(west, south) / RAD + 180);
  out[1] = Math.atan2(Math.hypot(south, west), up) / RAD;
}

/**
 * Position of the sun at one instant.
 * @param utcMs instant, milliseconds since 1970-01-01T00:00Z
 * Within 0.001° of an almanac from 1950 to 2050.
 * Source: Reda & Andreas 2004.
 */
export function sunPosition(utcMs: number, observer: Observer): SunPosition {
  const out: [number, number] = [0, 0];
  topocentric(stationOf(observer), geocentricSun(utcMs), meanSiderealTimeDeg(utcMs), out);
  const elevation = 90 - out[1];
  const pressure = observer.pressureHpa ?? standardPressureHpa(observer.elevationM);
  return {
    azimuthDeg: out[0],
    zenithDeg: out[1],
    elevationApparentDeg: elevation + refractionDeg(elevation, pressure, observer.airTempC ?? 12),
  };
}

const NODE_MS = 6 * 3_600_000;

/**
 * Geocentric positions at nodes six hours apart, with four-point Lagrange interpolation between. The
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
    const mix = (key: keyof GeocentricSun) => w0 * a[key] + w1 * b[key] + w2 * c[key] + w3 * d[key];
    const now = this.now;
    now.rightAscensionDeg = mix("rightAscensionDeg");
    now.declinationDeg = mix("declinationDeg");
    now.distanceAu = mix("distanceAu");
    now.equationOfEquinoxesDeg = mix("equationOfEquinoxesDeg");
    return now;
  }

  private moveTo(node: number): void {
    const next = node === this.node + 1;
    if (next) this.around.shift();
    else this.around.length = 0;
    for (let k = this.around.length - 1; k <= 2; k++) {
      const sun = geocentricSun((node + k) * NODE_MS);
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
  const azimuthDeg = new Float64Array(utcMs.length);
  const zenithDeg = new Float64Array(utcMs.length);
  const distanceAu = new Float64Array(utcMs.length);
  const out: [number, number] = [0, 0];
  for (let i = 0; i < utcMs.length; i++) {
    const sun = track.at(utcMs[i]);
    topocentric(station, sun, meanSiderealTimeDeg(utcMs[i]), out);
    azimuthDeg[i] = out[0];
    zenithDeg[i] = out[1];
    distanceAu[i] = sun.distanceAu;
  }
  return { azimuthDeg, zenithDeg, distanceAu };
}
