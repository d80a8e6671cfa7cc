import { BusyError } from "@/core/errors/errors";
import type { Cascade } from "@/core/expected/cascade";
import { DEFAULT_MODEL, type ModelChange } from "@/core/expected/options";
import { AnalysisRecord } from "@/db/models/series";
import { type Actor, allow } from "../actor";
import { runTask } from "../work/pool";
import { siteContent } from "./content";
import { frozenOf } from "./storedAnalysis";

/**
 * The cascade of a site's measured intervals with some choices changed, in the light as the last analysis mended it.
 * @returns null without data
 * @throws CancelledError when the signal comes
 */
export async function whatIf(actor: Actor, siteId: string, change: ModelChange, signal?: AbortSignal): Promise<Cascade | null> {
  allow(actor, "read");
  const read = await siteContent(siteId);
  if (!read) throw new BusyError("The site's data are changing just now; try again in a moment");
  const row = await AnalysisRecord.findByPk(siteId, { attributes: ["key", "frozen"], raw: true });
  const told = frozenOf(row)?.frozen ?? null;
  return runTask("whatIf", { ...read.content, options: { ...DEFAULT_MODEL, ...change }, told }, { signal });
}
