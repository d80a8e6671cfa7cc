import { describe, expect, it } from "vitest";
import { PAIRS, pairOutcome } from "./pairs";

/** Every so many pairs are diagnosed here; all of them by `npm run bench -- diagnosis --pairs`. */
const EVERY = 11;

describe("two causes on one site", () => {
  it("are all pairs of nineteen", () => {
    expect(PAIRS).toHaveLength(171);
    expect(new Set(PAIRS.map(([a, b]) => `${a} ${b}`)).size).toBe(171);
  });

  it("as a dead string beside a large shadow, which isn't taken for a wrong factor; modules with converters on another plane; a shadow that takes most of a winter's sun; a low sensor beside a small inverter, and beside a string on two planes", () => {
    for (const pair of [
      "string-open shading",
      "module-converter-failed orientation-mismatch",
      "shading clipping",
      "clipping sensor-error",
      "orientation-mismatch sensor-error",
    ]) {
      const { told, wrong } = pairOutcome(PAIRS.findIndex((one) => one.join(" ") === pair));
      expect(told, pair).toHaveLength(2);
      expect(wrong, pair).toEqual([]);
    }
  });

  it("are told apart, named beside each other or said to hide, nearly all of them, and hardly ever with another in their place", () => {
    const outcomes = PAIRS.flatMap((_, k) => (k % EVERY === 0 ? [pairOutcome(k)] : []));
    const [asked, known] = [2 * outcomes.length, outcomes.reduce((sum, { told, alike }) => sum + told.length + alike.length, 0)];
    const open = outcomes.filter(({ told }) => told.length < 2).map(({ pair }) => pair.join(" + "));
    expect(known / asked, open.join(", ")).toBeGreaterThan(0.85);
    const silent = outcomes.filter(({ told, alike, hidden }) => told.length + alike.length + hidden.length < 2);
    expect(silent.map(({ pair }) => pair.join(" + ")).length, "neither told nor said to be alike or to hide").toBeLessThanOrEqual(1);
    expect(outcomes.filter(({ told, alike }) => told.length + alike.length === 0).map(({ pair }) => pair)).toEqual([]);
    expect(outcomes.filter(({ wrong }) => wrong.length > 0).length / outcomes.length).toBeLessThan(0.2);
  });
});
