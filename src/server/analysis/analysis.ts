import type { Overview } from "@/core/diagnosis/overview";
import { RefusedError } from "@/core/errors/errors";
import type { Diagnosis } from "@/core/formats/diagnosisFile";
import { AnalysisRecord } from "@/db/models/series";
import { loadSeries } from "@/db/seriesStore";
import type { DiagnosisReply } from "../jobs/diagnosisMessages";
import { runWorker } from "../jobs/runWorker";
import { presentSite } from "../sites/asBuilt";

/** Raised by one when the same data would give another answer. */
const ENGINE = "4";

/** A site's diagnosis with the sums for its charts. */
export interface Analysis {
  diagnosis: Diagnosis;
  overview: Overview;
}

/** Why there is no analysis, for the screen. */
export interface NoAnalysis {
  missing: ("weather" | "production")[];
  refused: string | null;
}

const running = new Map<string, Promise<Analysis | NoAnalysis>>();

/**
 * The diagnosis of a site's present data: the stored one while nothing has changed, else made anew in a
 * worker thread and stored. Callers at the same time share one run.
 */
export async function analysisOf(siteId: string, signal?: AbortSignal): Promise<Analysis | NoAnalysis> {
  const { revision } = await presentSite(siteId);
  const stored = await AnalysisRecord.findByPk(siteId, { attributes: { exclude: ["ribbon"] }, raw: true });
  if (stored?.revision === revision && stored.engine === ENGINE) {
    return { diagnosis: JSON.parse(stored.diagnosis), overview: JSON.parse(stored.overview) };
  }
  const key = `${siteId}/${revision}`;
  let run = running.get(key);
  if (!run) {
    run = analyse(siteId, signal).finally(() => running.delete(key));
    running.set(key, run);
  }
  return run;
}

export function isAnalysis(result: Analysis | NoAnalysis): result is Analysis {
  return "diagnosis" in result;
}

/** The day ribbon's cells of the stored analysis, or null. */
export async function ribbonCells(siteId: string): Promise<Buffer | null> {
  await analysisOf(siteId);
  return (await AnalysisRecord.findByPk(siteId, { attributes: ["ribbon"], raw: true }))?.ribbon ?? null;
}

async function analyse(siteId: string, signal?: AbortSignal): Promise<Analysis | NoAnalysis> {
  const { site, revision } = await presentSite(siteId);
  const weather = await loadSeries(siteId, "weather");
  const production = await loadSeries(siteId, "production");
  if (!weather || !production) {
    return { missing: [...(weather ? [] : ["weather" as const]), ...(production ? [] : ["production" as const])], refused: null };
  }
  try {
    const reply = await runWorker<DiagnosisReply>("diagnosisWorker", { site, weather, production }, { signal });
    await AnalysisRecord.upsert({
      siteId,
      revision,
      engine: ENGINE,
      diagnosis: JSON.stringify(reply.diagnosis),
      overview: JSON.stringify(reply.overview),
      ribbon: Buffer.from(reply.ribbon),
    });
    return { diagnosis: reply.diagnosis, overview: reply.overview };
  } catch (error) {
    if (error instanceof RefusedError) return { missing: [], refused: error.message };
    throw error;
  }
}
