import { judgeGap } from "@/core/expected/uncertainty";
import type { CaseView } from "@/server/cases/openCase";

/** What the gap between expected and measured proves, held against the band of the expected. */
export function GapNote({ view }: { view: CaseView }) {
  if (!view.analysis) return null;
  const { diagnosis, overview } = view.analysis;
  // At the terminals and within the inverter's own limits: what a healthy array would really have sent.
  const judged = judgeGap(overview.cascade.rating, diagnosis.energy.measuredKwh, overview.band.pct);
  return (
    <p className={`figures border-l-4 bg-raised px-4 py-2 ${judged.within ? "border-rule-strong" : "border-watch"}`}>
      Measured is {judged.words}
    </p>
  );
}
