import type { CaseView } from "@/server/cases/openCase";
import { CascadeSteps } from "./CascadeSteps";
import { lossRows, meterRows } from "./cascadeRows";

/** The loss cascade: from the sun on the planes down to what was measured, step by step and cause by cause. */
export function LossCascade({ view }: { view: CaseView }) {
  if (!view.analysis) return null;
  const rows = lossRows(view);
  const top = rows[0].leftKwh;
  return (
    <div>
      <CascadeSteps label="Loss cascade" rows={rows} top={top} />
      <h3 className="mt-3 mb-1 font-semibold">The healthy array, on to the meter</h3>
      <CascadeSteps label="From the terminals to the meter" rows={meterRows(view)} top={top} />
    </div>
  );
}
