import { createHash } from "node:crypto";
import { writeDayBook } from "@/core/dayBook/writeDayBook";
import { diagnose } from "@/core/diagnosis/diagnose";
import { overviewOf } from "@/core/diagnosis/overview";
import { noAnalysisSummary, summaryOf } from "@/core/diagnosis/summary";
import { RefusedError } from "@/core/errors/errors";
import { readSiteFile } from "@/core/formats/siteFile";
import { assembleSeries } from "@/db/assembleSeries";
import type { PackedChannel } from "@/db/packedDays";
import type { Report } from "../asTask";
import type { AnalyseReply, AnalyseRequest, SiteContent } from "../taskTypes";
import { historyKey } from "./historyKey";

/** What sources are called in the diagnosis's own refusals. */
export const SOURCES = { weather: "the weather data", production: "the production data" } as const;

/** Diagnoses a site's data, unless an analysis of the same content by the same code is known. */
export function runAnalyse({ code, knownKey, ...content }: AnalyseRequest, report: Report = () => {}): AnalyseReply {
  const key = `${code}/${contentKey(content)}`;
  if (key === knownKey) return { key, same: true };
  const weather = assembleSeries(content.weather);
  const production = assembleSeries(content.production);
  if (!weather || !production) {
    const missing = [...(weather ? [] : ["weather" as const]), ...(production ? [] : ["production" as const])];
    return { key, same: false, summary: noAnalysisSummary(missing, null), analysis: null };
  }
  try {
    const site = readSiteFile(content.siteText, "the site's description");
    const run = diagnose(site, weather, production, SOURCES, undefined, report);
    const overview = overviewOf(run);
    return {
      key,
      same: false,
      summary: summaryOf(run.diagnosis, overview),
      analysis: {
        diagnosis: run.diagnosis,
        overview,
        dayBook: writeDayBook(run, overview.dayBook),
        frozen: { historyKey: historyKey(content, run.frozen.untilMs), frozen: run.frozen },
      },
    };
  } catch (error) {
    if (!(error instanceof RefusedError)) throw error;
    return { key, same: false, summary: noAnalysisSummary([], error.message), analysis: null };
  }
}

/** Fingerprint of everything that an analysis is made from. */
function contentKey({ siteText, weather, production }: SiteContent): string {
  const hash = createHash("sha256").update(siteText).update("\0");
  const add = (kind: string, channels: readonly PackedChannel[]) => {
    for (const { name, days } of channels) {
      hash.update(`${kind}/${name}\0`);
      for (const { day, stepMs, phaseMs, packed } of days) hash.update(`${day}/${stepMs}/${phaseMs}/`).update(packed);
    }
  };
  add("weather", weather);
  add("production", production);
  return hash.digest("hex");
}
