import type { ModuleType } from "../site/siteSchema";

/**
 * Open-circuit voltage of modules in series at a cell temperature, V, at 1000 W/m² by the data sheet's coefficient.
 * @param cellC °C; of the coldest bright morning, that of the air
 * Source: IEC 62548:2016, 7.2
 */
export function openCircuitV(
  { vocV, betaVocPctPerC }: Pick<ModuleType, "vocV" | "betaVocPctPerC">,
  modules: number,
  cellC: number,
): number {
  return modules * vocV * (1 + (betaVocPctPerC / 100) * (cellC - 25));
}
