import { YEAR_MS } from "../constants";

/**
 * Linke turbidity at air mass 2 and sea level: yearly mean and swing between winter and summer, by latitude.
 * A condensation to one value a band of latitude, of the order and season of the world maps of Remund, Wald, Lefèvre,
 * Ranchin & Page 2003; a place may differ by ±0.8. Southern land is cleaner than northern at the same latitude.
 */
const BY_LATITUDE: readonly (readonly [latDeg: number, mean: number, swing: number])[] = [
  [-90, 1.9, 0.1],
  [-60, 2.3, 0.2],
  [-45, 2.7, 0.3],
  [-30, 3.2, 0.4],
  [-15, 3.8, 0.3],
  [0, 4.2, 0.1],
  [15, 4.3, 0.3],
  [30, 4.0, 0.6],
  [45, 3.5, 0.6],
  [60, 2.9, 0.5],
  [75, 2.3, 0.3],
  [90, 2.0, 0.2],
];

/** Scale height of haze: turbidity falls with height as the air above does. Source: Remund et al. 2003, eq. 3 (8435.2 m). */
const SCALE_HEIGHT_M = 8435.2;

/**
 * Linke turbidity of an ordinary clear day.
 * @param lat latitude, degrees
 * @param elevationM height above sea level, metres
 * @param yearShare how far the year has gone, 0 to 1
 * @returns at air mass 2; never under 1.5
 */
export function climateTurbidity(lat: number, elevationM: number, yearShare: number): number {
  let k = 0;
  while (k < BY_LATITUDE.length - 2 && BY_LATITUDE[k + 1][0] <= lat) k++;
  const [lat0, mean0, swing0] = BY_LATITUDE[k];
  const [lat1, mean1, swing1] = BY_LATITUDE[k + 1];
  const along = Math.min(1, Math.max(0, (lat - lat0) / (lat1 - lat0)));
  const mean = mean0 + (mean1 - mean0) * along;
  const swing = swing0 + (swing1 - swing0) * along;
  // Haziest in the middle of July in the north, of January in the south.
  const peak = lat >= 0 ? 0.54 : 0.04;
  const seaLevel = mean + swing * Math.cos(2 * Math.PI * (yearShare - peak));
  return Math.max(1.5, seaLevel * Math.exp(-Math.max(0, elevationM) / SCALE_HEIGHT_M));
}

/**
 * Linke turbidity at a place and time: the place's own where it is given (one value, or one a month, joined by straight
 * lines between the months' middles), else the climate's.
 */
export function linkeTurbidityAt(
  place: { lat: number; elevationM: number; linkeTurbidity?: number | readonly number[] },
  utcMs: number,
): number {
  const given = place.linkeTurbidity;
  if (typeof given === "number") return given;
  const share = yearShareOf(utcMs);
  if (!given) return climateTurbidity(place.lat, place.elevationM, share);
  const x = share * 12 - 0.5;
  const month = Math.floor(x);
  const [from, to] = [given[(month + 12) % 12], given[(month + 1) % 12]];
  return from + (to - from) * (x - month);
}

/** Share of the year gone at an instant, 0 to 1 (years of the mean length since 1970). */
export function yearShareOf(utcMs: number): number {
  return (((utcMs % YEAR_MS) + YEAR_MS) % YEAR_MS) / YEAR_MS;
}
