/** Diffuse share of global horizontal irradiance against the clearness index. Source: Erbs, Klein & Duffie 1982, eq. 1. */
export function erbsDiffuseFraction(clearnessIndex: number): number {
  const k = clearnessIndex;
  if (k <= 0.22) return 1 - 0.09 * k;
  if (k > 0.8) return 0.165;
  return 0.9511 + k * (-0.1604 + k * (4.388 + k * (-16.638 + k * 12.336)));
}

/** The lowest cosine of zenith used in ratios to the horizontal; under 3.7° of elevation they mean nothing. */
export const MIN_COS_ZENITH = 0.065;

/** Global horizontal, direct normal and diffuse horizontal irradiance, W/m². */
export interface Components {
  ghiWm2: number;
  dniWm2: number;
  dhiWm2: number;
}

/** The beam can't exceed this share of what is above the atmosphere. */
const MOST_BEAM_SHARE = 0.9;
/** Cosine of zenith under which (2° of elevation) all is taken as diffuse. */
const LOW_SUN = 0.035;

/**
 * Closes the triangle GHI = DNI·cos z + DHI from whatever of the three is known (NaN where it isn't).
 * Two known components give the third; GHI alone is split by `diffuseShare`, or by Erbs; without GHI and a pair, all are NaN.
 * @param cosZenith cosine of the sun's zenith angle
 * @param extraterrestrialWm2 normal irradiance above the atmosphere, W/m²
 * @param out written and returned, so that a loop allocates nothing
 * @param diffuseShare diffuse share of a lone GHI, 0 to 1, where another model than Erbs has given it
 */
export function closeComponents(
  ghiWm2: number,
  dniWm2: number,
  dhiWm2: number,
  cosZenith: number,
  extraterrestrialWm2: number,
  out: Components,
  diffuseShare = Number.NaN,
): Components {
  const most = MOST_BEAM_SHARE * extraterrestrialWm2;
  const up = Math.max(cosZenith, 0);
  out.ghiWm2 = ghiWm2;
  out.dniWm2 = dniWm2;
  out.dhiWm2 = dhiWm2;
  if (dniWm2 >= 0 && dhiWm2 >= 0) {
    if (!(ghiWm2 >= 0)) out.ghiWm2 = dniWm2 * up + dhiWm2;
  } else if (dhiWm2 >= 0 && ghiWm2 >= 0) {
    out.dniWm2 = cosZenith > LOW_SUN ? Math.min(Math.max(0, ghiWm2 - dhiWm2) / cosZenith, most) : 0;
  } else if (dniWm2 >= 0 && ghiWm2 >= 0) {
    out.dhiWm2 = Math.max(0, ghiWm2 - dniWm2 * up);
  } else if (cosZenith < LOW_SUN || ghiWm2 <= 0) {
    out.dniWm2 = ghiWm2 * 0;
    out.dhiWm2 = Math.max(0, ghiWm2);
  } else {
    const clearness = ghiWm2 / (extraterrestrialWm2 * Math.max(cosZenith, MIN_COS_ZENITH));
    const diffuse = diffuseShare >= 0 ? diffuseShare : erbsDiffuseFraction(Math.min(clearness, 1));
    const beam = (ghiWm2 * (1 - diffuse)) / cosZenith;
    out.dniWm2 = Math.min(beam, most);
    out.dhiWm2 = ghiWm2 - out.dniWm2 * cosZenith;
  }
  return out;
}
