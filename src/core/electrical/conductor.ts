/** Resistivity at 20 °C, Ω·mm²/m, and its relative rise per kelvin. Source: IEC 60228:2004 and IEC 60287-1-1:2006, table 1. */
const METALS = {
  copper: { ohmMm2PerM: 0.017241, perK: 0.00393 },
  aluminium: { ohmMm2PerM: 0.028264, perK: 0.00403 },
} as const;

export type ConductorMetal = keyof typeof METALS;

/**
 * Resistance of a run of cable there and back, Ω.
 * @param lengthM one way, metres
 * @param csaMm2 cross-section of each conductor, mm²
 * @param conductorC temperature of the conductor, °C
 */
export function loopOhm(lengthM: number, csaMm2: number, metal: ConductorMetal, conductorC: number): number {
  const { ohmMm2PerM, perK } = METALS[metal];
  return ((2 * lengthM * ohmMm2PerM) / csaMm2) * (1 + perK * (conductorC - 20));
}
