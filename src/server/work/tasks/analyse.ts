import { createHash } from "node:crypto";
import { diagnoseEpochs } from "@/core/diagnosis/epochs/diagnoseEpochs";
import { noAnalysisSummary, summaryOf } from "@/core/diagnosis/summary";
import { RefusedError } from "@/core/errors/errors";
import { assembleSeries } from "@/db/assembleSeries";
import type { PackedChannel } from "@/db/packedDays";
import type { Report } from "../asTask";
import type { AnalyseReply, AnalyseRequest, SiteContent } from "../taskTypes";
import { builtAs } from "./builtAs";
import { epochsOf } from "./epochsOf";
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
    const { diagnosis, overview, dayBook, frozen } = diagnoseEpochs(epochsOf(content), weather, production, SOURCES, undefined, report);
    return {
      key,
      same: false,
      summary: summaryOf(diagnosis, overview),
      analysis: { diagnosis, overview, dayBook, frozen: frozen && { historyKey: historyKey(content, frozen.untilMs), frozen } },
    };
  } catch (error) {
    if (!(error instanceof RefusedError)) throw error;
    return { key, same: false, summary: noAnalysisSummary([], error.message), analysis: null };
  }
}

/** Fingerprint of everything that an analysis is made from. */
function contentKey({ asBuilts, weather, production }: SiteContent): string {
  const hash = createHash("sha256").update(builtAs(asBuilts)).update("\0");
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
