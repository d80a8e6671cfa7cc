/**
 * Angular losses of glass, as the share transmitted relative to normal incidence.
 * Source: Martin & Ruiz 2001 (Solar Energy Materials & Solar Cells 70) and their 2013 corrigendum.
 */

/** Angular loss coefficient of clean glass over silicon. */
export const CLEAN_GLASS_AR = 0.16;

/** Share of the beam transmitted. @param cosIncidence cosine of the incidence angle */
export function beamTransmittance(cosIncidence: number, ar = CLEAN_GLASS_AR): number {
  return cosIncidence <= 0 ? 0 : (1 - Math.exp(-cosIncidence / ar)) / (1 - Math.exp(-1 / ar));
}

/** Steps of the table of clean glass over the cosine of incidence. */
const BEAM_STEPS = 2048;
const BEAM_TABLE = Float64Array.from({ length: BEAM_STEPS + 2 }, (_, k) => beamTransmittance(Math.min(1, k / BEAM_STEPS)));

/** Share of the beam that clean glass transmits, from a table: within 3e-6 of `beamTransmittance`, for long loops. */
export function cleanBeamTransmittance(cosIncidence: number): number {
  if (!(cosIncidence > 0)) return cosIncidence <= 0 ? 0 : Number.NaN;
  const x = cosIncidence < 1 ? cosIncidence * BEAM_STEPS : BEAM_STEPS;
  const k = x | 0;
  return BEAM_TABLE[k] + (BEAM_TABLE[k + 1] - BEAM_TABLE[k]) * (x - k);
}

/** Shares of isotropic sky and of ground diffuse transmitted to a tilted plane. @param tiltDeg degrees, 0 to 180 */
export function diffuseTransmittance(tiltDeg: number, ar = CLEAN_GLASS_AR): { sky: number; ground: number } {
  const tilt = (tiltDeg * Math.PI) / 180;
  const c1 = 4 / (3 * Math.PI);
  const c2 = 0.5 * ar - 0.154;
  const share = (term: number) => 1 - Math.exp(-(c1 * term + c2 * term * term) / ar);
  const skyTerm = Math.sin(tilt) + (Math.PI - tilt - Math.sin(tilt)) / (1 + Math.cos(tilt));
  // At zero tilt there is no ground in view; its limit keeps the number finite.
  const groundTerm = tilt < 1e-6 ? 0 : Math.sin(tilt) + (tilt - Math.sin(tilt)) / (1 - Math.cos(tilt));
  return { sky: share(skyTerm), ground: share(groundTerm) };
}
