import type { CauseId } from "../causes/causes";
import { probability } from "../evidence/weighed";
import type { DiagnosedCause, Diagnosis } from "../formats/diagnosisFile";
import { round } from "../round";

/** What a test says of a cause; the rest is filled in. */
export type ToldCause = Pick<DiagnosedCause, "cause" | "scope"> & Partial<DiagnosedCause>;

/** A diagnosis of March 2026 with causes as told, for tests of what is laid on one. */
export function toldDiagnosis(causes: readonly ToldCause[], suspects: readonly ToldCause[] = []): Diagnosis {
  const full = (told: ToldCause): DiagnosedCause => {
    const evidence = told.evidence ?? [{ text: "the data show it", weight: 6, from: "data" as const }];
    return {
      ...{ from: "2026-03-10T09:00:00Z", to: null, lossKwh: 100, regainKwh: 100, nextTest: "look" },
      ...told,
      ...{ evidence, confidence: round(probability(told.cause as CauseId, evidence), 3) },
    };
  };
  const lossKwh = causes.length * 100;
  return {
    format: "irradant-diagnosis/1",
    site: "example",
    period: { from: "2026-03-01T00:00:00Z", to: "2026-04-01T00:00:00Z" },
    energy: {
      ...{ expectedKwh: 1000, measuredKwh: 1000 - lossKwh, lossKwh, unexplainedKwh: 0, calibrationKwh: 0 },
      ...{ performanceRatio: 0.8, performanceIndex: 1 - lossKwh / 1000, moneyLost: null, currency: null },
    },
    healthy: causes.length === 0,
    causes: causes.map(full),
    suspects: suspects.map(full),
    ...{ contradictions: [], danger: [], nextTests: [], couldHide: [], otherEvidence: [] },
  };
}
