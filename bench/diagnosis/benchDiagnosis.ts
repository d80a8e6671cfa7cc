import { diagnose } from "@/core/diagnosis/diagnose";
import { PAIRS, pairOutcome } from "./pairs";
import { pairsText, scoreText } from "./print";
import { readCases } from "./readCases";
import { type ScoredCase, score } from "./score";
import { makeSuite, type SuiteCase } from "./suite";

/** Numbers of the cases that are looked at while the diagnosis is worked on, and of those that never are. */
const TUNED = { from: 0, to: 75 };
const HELD_OUT = { from: 1000, to: 1075 };

function scored(cases: Iterable<SuiteCase>): ScoredCase[] {
  return [...cases].map(({ id, site, weather, production, healthy, causes }) => {
    const { diagnosis } = diagnose(site, weather, production, { weather: `${id} weather`, production: `${id} production` });
    return { id, site, healthy, causes, diagnosis };
  });
}

/** Prints what is told of every two causes on one site. */
export function benchPairs(): void {
  process.stdout.write(pairsText(PAIRS.map((_, k) => pairOutcome(k))));
}

/** Prints the scores; of a folder where one is given. */
export function benchDiagnosis(folder: string | undefined): void {
  if (folder) {
    process.stdout.write(scoreText(folder, score(scored(readCases(folder)))));
    return;
  }
  process.stdout.write(scoreText("Own sites, looked at", score(scored(makeSuite(TUNED.from, TUNED.to)))));
  process.stdout.write(scoreText("Own sites, held out", score(scored(makeSuite(HELD_OUT.from, HELD_OUT.to)))));
}
