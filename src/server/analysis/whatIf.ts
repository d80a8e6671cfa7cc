import { z } from "zod";
import type { Cascade } from "@/core/expected/cascade";
import { DEFAULT_MODEL } from "@/core/expected/options";
import { loadSeries } from "@/db/seriesStore";
import type { WhatIfRequest } from "../jobs/diagnosisMessages";
import { runWorker } from "../jobs/runWorker";
import { presentSite } from "../sites/asBuilt";

/** Choices that a person may change; what is left out stays at the default. */
export const modelChange = z
  .object({
    transposition: z.enum(["perez", "hay-davies", "isotropic"]),
    decomposition: z.enum(["auto", "erbs", "engerer"]),
    incidenceLoss: z.boolean(),
    horizonAndObstacles: z.boolean(),
    shadeByModule: z.boolean(),
    lowLight: z.boolean(),
    cellTemperature: z.boolean(),
    mismatch: z.boolean(),
    wiringDc: z.boolean(),
    ageing: z.boolean(),
    conversion: z.boolean(),
    startThreshold: z.boolean(),
    acRating: z.boolean(),
    snowAlbedo: z.boolean(),
    assumedWindMs: z.number().min(0).max(20),
    heatDerating: z.boolean(),
    exportLimit: z.boolean(),
    fullBattery: z.boolean(),
    wiringAc: z.boolean(),
    nightUse: z.boolean(),
  })
  .partial();

export type ModelChange = z.infer<typeof modelChange>;

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
