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
 * Temperature of a module, as on its back, °C.
 * @param poaWm2 irradiance in the plane, W/m²
 * @param airTempC air temperature, °C
 * @param windMs wind speed near the modules, m/s
 * Source: Faiman 2008, Progress in Photovoltaics 16(4), eq. 4; his temperatures are of the module.
 */
export function faimanModuleTempC(poaWm2: number, airTempC: number, windMs: number, mounting: Mounting): number {
  const { u0, u1 } = FAIMAN_COEFFICIENTS[mounting];
  return airTempC + poaWm2 / (u0 + u1 * windMs);
}

/**
 * How much warmer the cell behind the glass is than the module's back, K at 1000 W/m². Measured: 3 on an open rack, 1 mounted close to a
 * roof, 0 with an insulated back (King, Boyson & Kratochvil 2004, SAND2004-3535, table 1); raised and ballasted arrays lie between the first two.
 */
export const CELL_OVER_MODULE_K: Record<Mounting, number> = {
  "ground-rack": 3,
  "roof-raised": 2,
  ballasted: 2,
  "roof-flush": 1,
  "building-integrated": 0,
};

/**
 * Temperature of the cells from that of the module's back, °C, worked out or measured there.
 * @param poaWm2 irradiance in the plane, W/m²
 * Source: King, Boyson & Kratochvil 2004, eq. 12.
 */
export function cellOverModuleC(moduleTempC: number, poaWm2: number, mounting: Mounting): number {
  return moduleTempC + (CELL_OVER_MODULE_K[mounting] * poaWm2) / 1000;
}
