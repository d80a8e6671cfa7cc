import type { CauseId } from "../causes/causes";
import { FIELD_TESTS, PLACE_CAUTIONS, PLACE_MINUTES, type TestPlace } from "./fieldTests";

/** What a test would make of a cause, whichever way it goes. */
export interface ChangeOfMind {
  test: string;
  /** What to do; `{scope}` is filled in. */
  act: string;
  place: TestPlace;
  minutes: number;
  caution: string | null;
  /** How sure the cause would be with the test against it, and for it. */
  ifNot: number;
  ifSo: number;
}

/** A test that leaves a cause about as sure as it was changes nobody's mind. */
const LEAST_CHANGE = 0.02;
const MOST_TESTS = 3;

/**
 * What would make a cause less sure, or surer: by each test that tells it, the probability afterwards (Bayes). Those from safer places first, then by how far
 * apart the two ways are.
 * @param confidence its probability now, 0 to 1
 */
export function changesOfMind(cause: CauseId, scope: string, confidence: number): ChangeOfMind[] {
  return FIELD_TESTS.flatMap(({ id, act, place, minutes, tells }): ChangeOfMind[] => {
    const told = tells[cause];
    if (!told) return [];
    const after = (there: number, absent: number) => (confidence * there) / (confidence * there + (1 - confidence) * absent);
    const [ifSo, ifNot] = [after(told.hit, told.false), after(1 - told.hit, 1 - told.false)];
    if (ifSo - ifNot < LEAST_CHANGE) return [];
    const where = scope === "site" ? "the site" : scope;
    return [{ test: id, act: act.replace("{scope}", where), place, minutes, caution: PLACE_CAUTIONS[place], ifNot, ifSo }];
  })
    .sort((a, b) => PLACE_MINUTES[a.place] - PLACE_MINUTES[b.place] || b.ifSo - b.ifNot - (a.ifSo - a.ifNot))
    .slice(0, MOST_TESTS);
}
