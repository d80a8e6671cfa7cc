import { z } from "zod";
import { CAUSE_IDS, CAUSES } from "../causes/causes";
import type { DiagnosedCause, Diagnosis } from "../formats/diagnosisFile";
import { SEVERITIES, type Severity } from "../inspection/severity";
import { round } from "../round";
import { byMending } from "./mendingOrder";
import { type Overview, overviewSchema } from "./overviewSchema";

/** The few figures of an analysis that a list of sites needs, or why there is no analysis. */
export const summarySchema = z.object({
  recent: overviewSchema.shape.recent.omit({ from: true }).nullable(),
  /** The gravest thing that the data show to stand. */
  severity: z.enum(SEVERITIES).nullable(),
  /** Causes that stand at the end of the data: what can be mended first, snow last, each by what it took. */
  standing: z.array(z.object({ cause: z.enum(CAUSE_IDS), scope: z.string(), from: z.string(), to: z.string().nullable() })),
  /** What is built so and takes a part of the energy that anyone would notice. */
  traits: z.array(z.object({ cause: z.enum(CAUSE_IDS), scope: z.string(), share: z.number() })),
  /** Measured over expected of the last weeks, oldest first. */
  weekly: z.array(z.number().nullable()),
  missing: z.array(z.enum(["weather", "production"])),
  refused: z.string().nullable(),
});

export type AnalysisSummary = z.infer<typeof summarySchema>;

/** Of the energy: an owner notices what takes this much. */
const LEAST_TRAIT = 0.02;

const WEEK_DAYS = 7;
const MOST_WEEKS = 26;

/** The summary of a diagnosis. */
export function summaryOf(diagnosis: Diagnosis, overview: Overview): AnalysisSummary {
  const { from, ...recent } = overview.recent;
  const isDesign = ({ cause }: DiagnosedCause) => CAUSES[cause].kind === "design";
  const standing = diagnosis.causes
    // Snow that has gone asks for nothing.
    .filter((cause) => !isDesign(cause) && (cause.to === null || (cause.to >= from && cause.cause !== "snow")))
    .sort(byMending);
  const shareOf = ({ lossKwh }: DiagnosedCause) => lossKwh / Math.max(1, diagnosis.energy.expectedKwh);
  return {
    recent,
    severity: severityOf(standing),
    standing: standing.map((cause) => ({ cause: cause.cause, scope: cause.scope, from: cause.from, to: cause.to })),
    traits: diagnosis.causes
      .filter((cause) => isDesign(cause) && shareOf(cause) >= LEAST_TRAIT)
      .map((cause) => ({ cause: cause.cause, scope: cause.scope, share: round(shareOf(cause), 3) })),
    weekly: weeklyRatios(overview),
    missing: [],
    refused: null,
  };
}

/** The summary of data that can't be analysed. */
export function noAnalysisSummary(missing: AnalysisSummary["missing"], refused: string | null): AnalysisSummary {
  return { recent: null, severity: null, standing: [], traits: [], weekly: [], missing, refused };
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
