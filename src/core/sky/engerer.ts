import { MINUTE_MS } from "../constants";
import { MIN_COS_ZENITH } from "./decomposition";

/** Coefficients C, β₀ … β₅ for means over the minutes in front. Source: Bright & Engerer 2019, table of the re-parameterisation. */
const BY_MINUTES: readonly (readonly [minutes: number, coefficients: readonly number[]])[] = [
  [1, [0.10562, -4.1332, 8.2578, 0.010087, 0.00088801, -4.9302, 0.44378]],
  [5, [0.093936, -4.5771, 8.4641, 0.010012, 0.003975, -4.3921, 0.39331]],
  [10, [0.079965, -4.8539, 8.4764, 0.018849, 0.0051497, -4.1457, 0.37466]],
  [15, [0.065972, -4.7211, 8.3294, 0.0095444, 0.0053493, -4.169, 0.39526]],
  [30, [0.032675, -4.8681, 8.1867, 0.015829, 0.0059922, -4.0304, 0.47371]],
];

/** Coefficients for an interval, those of the nearest length; null over three quarters of an hour, where Erbs is at home. */
export function engererCoefficients(stepMs: number): readonly number[] | null {
  const minutes = stepMs / MINUTE_MS;
  if (minutes > 45) return null;
  return BY_MINUTES.reduce((best, row) => (Math.abs(Math.log(row[0] / minutes)) < Math.abs(Math.log(best[0] / minutes)) ? row : best))[1];
}

/**
 * Diffuse share of global horizontal irradiance for means of less than an hour. It knows what a clear sky would
 * have given, and so tells light that a cloud's edge adds from a clear sky.
 * @param ghiWm2 measured global irradiance
 * @param clearGhiWm2 global irradiance of a clear sky at the same time
 * @param extraterrestrialWm2 normal irradiance above the atmosphere
 * @param solarHour apparent solar time, hours, 12 at noon
 * @returns 0 to 1
 * Source: Engerer 2015, eq. 30 (Engerer2).
 */
export function engererDiffuseFraction(
  coefficients: readonly number[],
  ghiWm2: number,
  clearGhiWm2: number,
  extraterrestrialWm2: number,
  cosZenith: number,
  zenithDeg: number,
  solarHour: number,
): number {
  const horizontal = extraterrestrialWm2 * Math.max(cosZenith, MIN_COS_ZENITH);
  const clearness = ghiWm2 / horizontal;
  const clearClearness = clearGhiWm2 / horizontal;
  const enhanced = clearness > 0 ? Math.max(0, 1 - clearClearness / clearness) : 0;
  // By index: taking the list apart would cost more than the formula.
  const c = coefficients[0];
  const exponent =
    coefficients[1] +
    coefficients[2] * clearness +
    coefficients[3] * solarHour +
    coefficients[4] * zenithDeg +
    coefficients[5] * (clearClearness - clearness);
  const share = c + (1 - c) / (1 + Math.exp(exponent)) + coefficients[6] * enhanced;
  return Math.min(1, Math.max(0, share));
}
