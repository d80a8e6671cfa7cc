import { diagnose } from "@/core/diagnosis/diagnose";
import { LAID_OVER, layOver } from "./laidOver";
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

/** Prints how well single causes are told that are laid over the sites of a folder: those that are healthy or have one cause. */
export function benchLaidOver(folder: string): void {
  const outcomes = [...readCases(folder)]
    .filter(({ causes }) => causes.filter(({ optional }) => !optional).length < 2)
    .flatMap((one, k) => LAID_OVER.filter((_, c) => (c + k) % EVERY === 0).flatMap((cause) => layOver(one, cause, 31 * k + 7) ?? []));
  process.stdout.write(scoreText(`One more cause laid over the sites of ${folder}`, score(scored(outcomes))));
}

/** Of all sites and causes every so many. */
const EVERY = 4;

/** Prints the scores; of a folder where one is given. */
export function benchDiagnosis(folder: string | undefined): void {
  if (folder) {
    process.stdout.write(scoreText(folder, score(scored(readCases(folder)))));
    return;
  }
  process.stdout.write(scoreText("Own sites, looked at", score(scored(makeSuite(TUNED.from, TUNED.to)))));
  process.stdout.write(scoreText("Own sites, held out", score(scored(makeSuite(HELD_OUT.from, HELD_OUT.to)))));
}
