import { compare, type SourceNames } from "../comparison/compare";
import { type Cascade, lossCascade } from "../expected/cascade";
import type { ModelOptions } from "../expected/options";
import type { Series } from "../series/grid";
import type { SiteFile } from "../site/siteSchema";
import type { Frozen } from "./onward/frozen";
import { mendLight } from "./onward/mendLight";
import { usableByInverter } from "./overview";
import { rightFiles } from "./rightFiles";
import { statesOf } from "./states";

/**
 * The cascade of the measured intervals under other choices of model and losses, with what files have wrong put right as in the diagnosis.
 * @param told what the diagnosis told of the light; null where there is none
 */
export function cascadeWith(
  site: SiteFile,
  weather: Series,
  production: Series,
  names: SourceNames,
  options: ModelOptions,
  told: Pick<Frozen, "light" | "startMs"> | null = null,
): Cascade {
  const righted = rightFiles(compare(site, weather, production, names, options)).comparison;
  const comparison = told ? mendLight(righted, told.light, told.startMs) : righted;
  return lossCascade(site, comparison.expected, comparison.weather, options, usableByInverter(statesOf(comparison)), comparison.batteryPct);
}
