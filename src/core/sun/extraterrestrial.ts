/** Total solar irradiance at one astronomical unit, W/m². Source: Kopp & Lean 2011. */
export const SOLAR_CONSTANT_WM2 = 1360.8;

/**
 * Irradiance on a plane facing the sun above the atmosphere, W/m².
 * @param distanceAu Earth-sun distance, astronomical units
 */
export function extraterrestrialNormalWm2(distanceAu: number): number {
  return SOLAR_CONSTANT_WM2 / (distanceAu * distanceAu);
}
