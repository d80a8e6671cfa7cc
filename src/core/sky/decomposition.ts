/** Diffuse share of global horizontal irradiance against the clearness index. Source: Erbs, Klein & Duffie 1982, eq. 1. */
export function erbsDiffuseFraction(clearnessIndex: number): number {
  const k = clearnessIndex;
  if (k <= 0.22) return 1 - 0.09 * k;
  if (k > 0.8) return 0.165;
  return 0.9511 + k * (-0.1604 + k * (4.388 + k * (-16.638 + k * 12.336)));
}

/** The lowest cosine of zenith used in ratios to the horizontal; under 3.7° of elevation they mean nothing. */
export const MIN_COS_ZENITH = 0.065;

/** Direct normal and diffuse horizontal irradiance, W/m². */
export interface Components {
  dniWm2: number;
  dhiWm2: number;
}

/**
 * Splits global horizontal irradiance into direct normal and diffuse.
 * @param ghiWm2 global horizontal irradiance, W/m²
 * @param cosZenith cosine of the sun's zenith angle
 * @param extraterrestrialWm2 normal irradiance above the atmosphere, W/m²
 * The beam can't exceed what is above the atmosphere; near the horizon all is taken as diffuse.
 */
export function splitGlobal(ghiWm2: number, cosZenith: number, extraterrestrialWm2: number): Components {
  if (Number.isNaN(ghiWm2)) return { dniWm2: Number.NaN, dhiWm2: Number.NaN };
  if (ghiWm2 <= 0 || cosZenith <= 0) return { dniWm2: 0, dhiWm2: Math.max(0, ghiWm2) };
  const clearness = ghiWm2 / (extraterrestrialWm2 * Math.max(cosZenith, MIN_COS_ZENITH));
  const diffuse = ghiWm2 * erbsDiffuseFraction(Math.min(clearness, 1));
  if (cosZenith < 0.035) return { dniWm2: 0, dhiWm2: ghiWm2 };
  const dni = Math.min((ghiWm2 - diffuse) / cosZenith, 0.9 * extraterrestrialWm2);
  return { dniWm2: dni, dhiWm2: ghiWm2 - dni * cosZenith };
}

/**
 * Closes the triangle GHI = DNI·cos z + DHI from whatever of the three is known (NaN where it isn't).
 * Two known components give the third; GHI alone is split by Erbs.
 */
export function closeComponents(
  ghiWm2: number,
  dniWm2: number,
  dhiWm2: number,
  cosZenith: number,
  extraterrestrialWm2: number,
): Components & { ghiWm2: number } {
  const beamKnown = dniWm2 >= 0;
  const diffuseKnown = dhiWm2 >= 0;
  if (beamKnown && diffuseKnown) {
    return { ghiWm2: ghiWm2 >= 0 ? ghiWm2 : dniWm2 * Math.max(cosZenith, 0) + dhiWm2, dniWm2, dhiWm2 };
  }
  if (diffuseKnown && ghiWm2 >= 0) {
    const dni = cosZenith > 0.035 ? Math.max(0, ghiWm2 - dhiWm2) / cosZenith : 0;
    return { ghiWm2, dniWm2: Math.min(dni, 0.9 * extraterrestrialWm2), dhiWm2 };
  }
  if (beamKnown && ghiWm2 >= 0) return { ghiWm2, dniWm2, dhiWm2: Math.max(0, ghiWm2 - dniWm2 * Math.max(cosZenith, 0)) };
  return { ghiWm2, ...splitGlobal(ghiWm2, cosZenith, extraterrestrialWm2) };
}
