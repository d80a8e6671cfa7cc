import type { Tariff } from "./siteSchema";

/** What a lost kilowatt-hour is worth: part would have been used on site, the rest fed in. */
export function valuePerKwh(tariff: Tariff): number {
  return tariff.selfUseShare * tariff.importPerKwh + (1 - tariff.selfUseShare) * tariff.exportPerKwh;
}
