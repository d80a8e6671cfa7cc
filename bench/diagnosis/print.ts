import { CAUSE_IDS, type CauseId } from "@/core/causes/causes";
import type { PairOutcome } from "./pairs";
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

/** What is told of pairs of causes, as a page of text: counts, then each pair of which one isn't told: in round brackets what is named as alike, in square ones what is said to hide. */
export function pairsText(outcomes: readonly PairOutcome[]): string {
  const count = (test: (outcome: PairOutcome) => boolean) => outcomes.filter(test).length;
  const open = outcomes.filter(({ pair, told, wrong }) => told.length < pair.length || wrong.length > 0);
  return [
    `Every two causes on one site: ${outcomes.length} pairs`,
    `  both told ${count(({ told }) => told.length === 2)}; one told and the other named beside it ${count(({ told, alike }) => told.length === 1 && alike.length === 1)}`,
    `  one told and the other said to be too small to be told here, or the data too few ${count(({ told, hidden }) => told.length === 1 && hidden.length === 1)}`,
    `  one told alone ${count((one) => one.told.length === 1 && one.alike.length + one.hidden.length === 0)}; none ${count(({ told }) => told.length === 0)}; with another in their place ${count(({ wrong }) => wrong.length > 0)}`,
    ...open.map(({ pair, told, alike, hidden, wrong }) => {
      const named = (cause: CauseId) => (alike.includes(cause) ? `(${cause})` : hidden.includes(cause) ? `[${cause}]` : cause);
      const missing = pair.filter((cause) => !told.includes(cause)).map(named);
      return `    ${pair.join(" + ")}: ${missing.length > 0 ? `not ${missing.join(", ")}` : ""}${wrong.length > 0 ? ` said ${wrong.join(", ")}` : ""}`;
    }),
    "",
  ].join("\n");
}
