import { DAY_MS, RAD } from "../constants";
import { deltaTSeconds } from "./deltaT";
import { LATITUDE_TERMS, LONGITUDE_TERMS, NUTATION_TERMS, type PeriodicTerm, RADIUS_TERMS } from "./periodicTerms";

const J2000_MS = Date.UTC(2000, 0, 1, 12);

/** Where the sun's centre stands seen from the Earth's centre. */
export interface GeocentricSun {
  /** Apparent right ascension, degrees, 0 to 360. */
  rightAscensionDeg: number;
  /** Apparent declination, degrees. */
  declinationDeg: number;
  /** Distance, astronomical units. */
  distanceAu: number;
  /** Equation of the equinoxes: apparent minus mean sidereal time, degrees. */
  equationOfEquinoxesDeg: number;
}

/** Heliocentric longitude, latitude (degrees) and distance (au) of the Earth; exported for the worked example. */
export function heliocentricEarth(tauMillennia: number): { longitudeDeg: number; latitudeDeg: number; distanceAu: number } {
  return {
    longitudeDeg: modulo360(powerSeries(LONGITUDE_TERMS, tauMillennia) / RAD),
    latitudeDeg: powerSeries(LATITUDE_TERMS, tauMillennia) / RAD,
    distanceAu: powerSeries(RADIUS_TERMS, tauMillennia),
  };
}

/**
 * Apparent geocentric position of the sun.
 * @param utcMs instant, milliseconds since 1970-01-01T00:00Z; UT1 is taken equal to UTC (within 0.9 s)
 * Valid 1950 to 2050 to a few 0.0001°; beyond that the estimate of ΔT limits it.
 * Source: Reda & Andreas 2004, steps 3.2 to 3.10.
 */
export function geocentricSun(utcMs: number): GeocentricSun {
  const julianCenturyTt = (utcMs + deltaTSeconds(utcMs) * 1000 - J2000_MS) / DAY_MS / 36525;
  const tau = julianCenturyTt / 10;
  const earth = heliocentricEarth(tau);
  const { psiDeg, epsilonDeg } = nutation(julianCenturyTt);
  const obliquity = (meanObliquityDeg(tau) + epsilonDeg) * RAD;
  const aberrationDeg = -20.4898 / (3600 * earth.distanceAu);
  const lambda = (earth.longitudeDeg + 180 + psiDeg + aberrationDeg) * RAD;
  const beta = -earth.latitudeDeg * RAD;
  const rightAscension = Math.atan2(Math.sin(lambda) * Math.cos(obliquity) - Math.tan(beta) * Math.sin(obliquity), Math.cos(lambda));
  const declination = Math.asin(Math.sin(beta) * Math.cos(obliquity) + Math.cos(beta) * Math.sin(obliquity) * Math.sin(lambda));
  return {
    rightAscensionDeg: modulo360(rightAscension / RAD),
    declinationDeg: declination / RAD,
    distanceAu: earth.distanceAu,
    equationOfEquinoxesDeg: psiDeg * Math.cos(obliquity),
  };
}

/** Mean sidereal time at Greenwich, degrees, 0 to 360. Source: Reda & Andreas 2004, eq. 28 (Meeus 1998, eq. 12.4). */
export function meanSiderealTimeDeg(utcMs: number): number {
  const days = (utcMs - J2000_MS) / DAY_MS;
  const century = days / 36525;
  return modulo360(280.46061837 + 360.98564736629 * days + century * century * (0.000387933 - century / 38_710_000));
}

export function modulo360(deg: number): number {
  // Several times as fast as the remainder operator, which is an exact library call.
  return deg - 360 * Math.floor(deg / 360);
}

function powerSeries(lists: readonly (readonly PeriodicTerm[])[], tau: number): number {
  let value = 0;
  for (let power = lists.length - 1; power >= 0; power--) {
    let sum = 0;
    for (const [amplitude, phase, frequency] of lists[power]) sum += amplitude * Math.cos(phase + frequency * tau);
    value = value * tau + sum;
  }
  return value / 1e8;
}

function nutation(t: number): { psiDeg: number; epsilonDeg: number } {
  const args = [
    297.85036 + t * (445267.11148 + t * (-0.0019142 + t / 189474)),
    357.52772 + t * (35999.05034 + t * (-0.0001603 - t / 300000)),
    134.96298 + t * (477198.867398 + t * (0.0086972 + t / 56250)),
    93.27191 + t * (483202.017538 + t * (-0.0036825 + t / 327270)),
    125.04452 + t * (-1934.136261 + t * (0.0020708 + t / 450000)),
  ];
  let psi = 0;
  let epsilon = 0;
  for (const term of NUTATION_TERMS) {
    let angle = 0;
    for (let k = 0; k < 5; k++) angle += term[k] * args[k];
    psi += (term[5] + term[6] * t) * Math.sin(angle * RAD);
    epsilon += (term[7] + term[8] * t) * Math.cos(angle * RAD);
  }
  return { psiDeg: psi / 36_000_000, epsilonDeg: epsilon / 36_000_000 };
}

/** Mean obliquity of the ecliptic, degrees. Source: Laskar 1986, as in Reda & Andreas 2004, eq. 24. */
function meanObliquityDeg(tauMillennia: number): number {
  const u = tauMillennia / 10;
  const coefficients = [84381.448, -4680.93, -1.55, 1999.25, -51.38, -249.67, -39.05, 7.12, 27.87, 5.79, 2.45];
  let seconds = 0;
  for (let k = coefficients.length - 1; k >= 0; k--) seconds = seconds * u + coefficients[k];
  return seconds / 3600;
}
