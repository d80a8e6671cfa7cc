import { unusableIntervals } from "../causes/dataGap/dataGap";
import { compare, type SourceNames } from "../comparison/compare";
import { type Cascade, lossCascade } from "../expected/cascade";
import type { ModelOptions } from "../expected/options";
import type { Series } from "../series/grid";
import type { SiteFile } from "../site/siteSchema";
import { usableByInverter } from "./overview";

/** The cascade of the measured intervals under other choices of model and losses. */
export function cascadeWith(site: SiteFile, weather: Series, production: Series, names: SourceNames, options: ModelOptions): Cascade {
  const comparison = compare(site, weather, production, names, options);
  const states = comparison.units.map((unit) => ({ unit, unusable: unusableIntervals(comparison, unit) }));
  return lossCascade(site, comparison.expected, comparison.weather, options, usableByInverter(states), comparison.batteryPct);
}
