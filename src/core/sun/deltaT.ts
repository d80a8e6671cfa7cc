/**
 * ΔT, terrestrial time minus universal time, in seconds.
 * @param utcMs instant, milliseconds since 1970-01-01T00:00Z
 * Valid 1941 to 2050; outside, the nearest polynomial goes on (an error of a minute moves the sun by under 0.001°).
 * Source: Espenak & Meeus 2006, Five Millennium Canon of Solar Eclipses, polynomial expressions. After
 * 2015 their forecast runs high; the measured value (69.2 s in 2020, nearly flat since) is held instead.
 */
export function deltaTSeconds(utcMs: number): number {
  const year = 1970 + utcMs / 31_556_952_000;
  if (year < 1961) {
    const t = year - 1950;
    return 29.07 + 0.407 * t - (t * t) / 233 + (t * t * t) / 2547;
  }
  if (year < 1986) {
    const t = year - 1975;
    return 45.45 + 1.067 * t - (t * t) / 260 - (t * t * t) / 718;
  }
  if (year < 2005) {
    const t = year - 2000;
    return 63.86 + t * (0.3345 + t * (-0.060374 + t * (0.0017275 + t * (0.000651814 + t * 0.00002373599))));
  }
  if (year < 2015) {
    const t = year - 2000;
    return 62.92 + t * (0.32217 + t * 0.005589);
  }
  return Math.min(69.2, 67.6 + (year - 2015) * 0.35);
}
