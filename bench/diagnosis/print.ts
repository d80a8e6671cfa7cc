import { CAUSE_IDS } from "@/core/causes/causes";
import { f1, type Score } from "./score";

const percent = (share: number) => (Number.isNaN(share) ? "  none" : `${(share * 100).toFixed(1).padStart(5)} %`);

/** A score as a page of text: the figures, cause by cause, the worst confusions, and how sure against how right. */
export function scoreText(title: string, score: Score): string {
  const { byCause, confusion, reliability } = score;
  const causes = CAUSE_IDS.map((id) => {
    const { right, wrong, missed } = byCause.get(id) as { right: number; wrong: number; missed: number };
    return `  ${id.padEnd(24)} right ${String(right).padStart(3)}  wrong ${String(wrong).padStart(3)}  missed ${String(missed).padStart(3)}  F1 ${f1({ right, wrong, missed }).toFixed(2)}`;
  });
  return [
    `${title}: ${score.cases} sites`,
    `  F1 over all ${score.microF1.toFixed(3)}, mean of the causes ${score.macroF1.toFixed(3)}; healthy sites in peace ${percent(score.healthyClean)}`,
    `  energy off by ${percent(score.lossErrorMedian)} in the median, ${percent(score.lossError90)} at the 90th; onsets within a day ${percent(score.onsetWithinDay)}`,
    ...causes,
    "  worst confusions (truth → said):",
    ...confusion.slice(0, 12).map(({ truth, said, count }) => `    ${String(count).padStart(3)}  ${truth} → ${said}`),
    "  confidence: claims, how sure, how right",
    ...reliability
      .filter(({ claims }) => claims > 0)
      .map(
        ({ from, claims, mean, right }) =>
          `    from ${from}: ${String(claims).padStart(3)}  ${mean.toFixed(2)}  ${(right / claims).toFixed(2)}`,
      ),
    "",
  ].join("\n");
}
