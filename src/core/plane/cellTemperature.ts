import type { Mounting } from "../site/siteSchema";

/**
 * Heat loss of a module: constant part u0, W/(m²·K), and part by wind u1, W·s/(m³·K).
 * The open rack's are Faiman's 2008 measured means; the others are lowered as air behind the module is
 * cut off, to reach the 15 to 20 W/(m²·K) that IEC 61853-2 type measurements give for closed backs. Ballasted frames stand
 * open on a flat roof, but low and mostly behind wind deflectors: like a raised roof array.
 */
export const FAIMAN_COEFFICIENTS: Record<Mounting, { u0: number; u1: number }> = {
  "ground-rack": { u0: 25, u1: 6.84 },
  "roof-raised": { u0: 23, u1: 5.5 },
  ballasted: { u0: 23, u1: 5.5 },
  "roof-flush": { u0: 20, u1: 4 },
  "building-integrated": { u0: 15, u1: 2 },
};

/**
 * Cell temperature, °C.
 * @param poaWm2 irradiance in the plane, W/m²
 * @param airTempC air temperature, °C
 * @param windMs wind speed near the modules, m/s
 * Source: Faiman 2008, Progress in Photovoltaics 16(4), eq. 4.
 */
export function faimanCellTempC(poaWm2: number, airTempC: number, windMs: number, mounting: Mounting): number {
  const { u0, u1 } = FAIMAN_COEFFICIENTS[mounting];
  return airTempC + poaWm2 / (u0 + u1 * windMs);
}
