import { judgeGap } from "@/core/expected/uncertainty";
import type { CaseView } from "@/server/cases/openCase";
import { Figure } from "../marks/Figure";
import { amount } from "../marks/words";

/** What the gap between expected and measured proves, held against the band of the expected. */
export function GapNote({ view }: { view: CaseView }) {
  if (!view.analysis) return null;
  const { diagnosis, overview } = view.analysis;
  // At the terminals and within the inverter's own limits: what a healthy array would really have sent.
  const expectedKwh = overview.cascade.rating;
  const { measuredKwh } = diagnosis.energy;
  const judged = judgeGap(expectedKwh, measuredKwh, overview.band.pct);
  return (
    <div
      className={`figures flex flex-wrap items-baseline justify-between gap-x-6 border-l-4 bg-raised px-4 py-2 ${judged.within ? "border-rule-strong" : "border-watch"}`}
    >
      <p>Measured is {judged.words}</p>
      <Figure
        bare
        label="Gap"
        value={`${judged.gapPct < 0 ? "+" : "\u2212"}${Math.abs(judged.gapPct).toFixed(1)} %`}
        origin={{
          formula: "1 \u2212 measured / expected; proved where it is larger than the band",
          inputs: [
            ["Measured", `${amount(measuredKwh)} kWh`],
            ["Expected at the terminals, with start and rating", `${amount(expectedKwh)} kWh`],
            ["Band (95 %)", `\u00b1${overview.band.pct.toFixed(1)} %`],
          ],
          source: "The band's parts stand at Expected and in the cascade.",
        }}
      />
    </div>
  );
}
