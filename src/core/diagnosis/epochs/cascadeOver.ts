import type { SourceNames } from "../../comparison/compare";
import { RefusedError } from "../../errors/errors";
import type { Cascade } from "../../expected/cascade";
import type { ModelOptions } from "../../expected/options";
import type { Series } from "../../series/grid";
import type { Frozen } from "../onward/frozen";
import { cascadeWith } from "../whatIf";
import { cutSeries } from "./cutSeries";
import type { Epoch } from "./epoch";

/**
 * The cascade under other choices over all that a site has been: that of each as-built over its own time, added up. What can't be told of one is left out, as in the
 * diagnosis.
 * @param told what the diagnosis told of the light, which is the last as-built's
 * @throws FormatError where nothing can be told
 */
export function cascadeOver(
  epochs: readonly Epoch[],
  weather: Series,
  production: Series,
  names: SourceNames,
  options: ModelOptions,
  told: Pick<Frozen, "light" | "startMs"> | null = null,
): Cascade {
  const present = epochs[epochs.length - 1];
  if (epochs.length === 1) return cascadeWith(present.site, weather, production, names, options, told);
  let [sum, refusal]: [Cascade | null, RefusedError | null] = [null, null];
  for (const epoch of epochs) {
    const [light, output] = [weather, production].map((series) => cutSeries(series, epoch.fromMs, epoch.untilMs));
    if (!light || !output) continue;
    try {
      const own = cascadeWith(epoch.site, light, output, names, options, epoch === present ? told : null);
      sum = sum ? added(sum, own) : own;
    } catch (error) {
      if (!(error instanceof RefusedError)) throw error;
      refusal = error;
    }
  }
  if (sum) return sum;
  if (refusal) throw refusal;
  return cascadeWith(present.site, weather, production, names, options, told);
}

/** Stage by stage. */
export function added(a: Cascade, b: Cascade): Cascade {
  return Object.fromEntries(Object.entries(a).map(([stage, kwh]) => [stage, kwh + b[stage as keyof Cascade]])) as Cascade;
}
