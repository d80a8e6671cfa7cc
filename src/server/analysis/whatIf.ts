import type { Cascade } from "@/core/expected/cascade";
import { DEFAULT_MODEL, type ModelChange } from "@/core/expected/options";
import { loadSeries } from "@/db/seriesStore";
import type { WhatIfRequest } from "../jobs/diagnosisMessages";
import { runWorker } from "../jobs/runWorker";
import { presentSite } from "../sites/asBuilt";

/**
 * The cascade of a site's measured intervals with some choices changed.
 * @returns null without data
 * @throws CancelledError when the signal comes
 */
export async function whatIf(siteId: string, change: ModelChange, signal?: AbortSignal): Promise<Cascade | null> {
  const { site } = await presentSite(siteId);
  const weather = await loadSeries(siteId, "weather");
  const production = await loadSeries(siteId, "production");
  if (!weather || !production) return null;
  const request: WhatIfRequest = { site, weather, production, options: { ...DEFAULT_MODEL, ...change } };
  return runWorker<Cascade>("whatIfWorker", request, { signal });
}
