import { z } from "zod";
import { CAUSE_IDS, CAUSES } from "../causes/causes";
import type { Diagnosis } from "../formats/diagnosisFile";
import { SEVERITIES, type Severity } from "../inspection/severity";
import type { Overview } from "./overviewSchema";

/** The few figures of an analysis that a list of sites needs, or why there is no analysis. */
export const summarySchema = z.object({
  recent: z.object({ days: z.number(), to: z.string(), lossKwhPerDay: z.number(), moneyPerDay: z.number().nullable() }).nullable(),
  /** The gravest thing that the data show to stand. */
  severity: z.enum(SEVERITIES).nullable(),
  /** Causes that stand at present, worst first. */
  standing: z.array(z.object({ cause: z.enum(CAUSE_IDS), scope: z.string(), from: z.string(), to: z.string().nullable() })),
  /** Measured over expected of the last weeks, oldest first. */
  weekly: z.array(z.number().nullable()),
  missing: z.array(z.enum(["weather", "production"])),
  refused: z.string().nullable(),
});

export type AnalysisSummary = z.infer<typeof summarySchema>;

const WEEK_DAYS = 7;
const MOST_WEEKS = 26;

/** The summary of a diagnosis. */
export function summaryOf(diagnosis: Diagnosis, overview: Overview): AnalysisSummary {
  const { from, days, to, lossKwhPerDay, moneyPerDay } = overview.recent;
  const standing = diagnosis.causes.filter((cause) => CAUSES[cause.cause].kind !== "design" && (cause.to === null || cause.to >= from));
  return {
    recent: { days, to, lossKwhPerDay, moneyPerDay },
    severity: severityOf(standing),
    standing: standing.map((cause) => ({ cause: cause.cause, scope: cause.scope, from: cause.from, to: cause.to })),
    weekly: weeklyRatios(overview),
    missing: [],
    refused: null,
  };
}

/** The summary of data that can't be analysed. */
export function noAnalysisSummary(missing: AnalysisSummary["missing"], refused: string | null): AnalysisSummary {
  return { recent: null, severity: null, standing: [], weekly: [], missing, refused };
}

function severityOf(standing: Diagnosis["causes"]): Severity {
  if (standing.some((cause) => CAUSES[cause.cause].kind === "fault" && cause.to === null)) return "fix";
  return standing.length > 0 ? "watch" : "sound";
}

function weeklyRatios(overview: Overview): (number | null)[] {
  const weeks: (number | null)[] = [];
  for (let end = overview.days.length; end >= WEEK_DAYS && weeks.length < MOST_WEEKS; end -= WEEK_DAYS) {
    let expected = 0;
    let measured = 0;
    for (let k = end - WEEK_DAYS; k < end; k++) {
      const [e, m] = [overview.expectedKwh[k], overview.measuredKwh[k]];
      if (e === null || m === null) continue;
      expected += e;
      measured += m;
    }
    weeks.unshift(expected > 0 ? measured / expected : null);
  }
  return weeks;
}
