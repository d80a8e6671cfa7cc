/** Albedo of the ground under snow that isn't fresh any more. Source: Oke 1987, 0.40 old to 0.95 fresh. */
const SNOW_ALBEDO = 0.6;
const SNOW_DEPTH_CM = 2;

/**
 * Albedo of the ground at interval i: the site's own, or that of lying snow where it is brighter.
 * @param snowCm depth on the ground, cm; null where it isn't measured or isn't to count
 */
export function groundAlbedo(albedo: number, snowCm: Float64Array | null, i: number): number {
  return snowCm && snowCm[i] >= SNOW_DEPTH_CM ? Math.max(albedo, SNOW_ALBEDO) : albedo;
}
