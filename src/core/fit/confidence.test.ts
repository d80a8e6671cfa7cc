import { describe, expect, it } from "vitest";
import type { Accepted, Candidate } from "./candidate";
import { logOddsOf } from "./confidence";

const candidate = (more: Partial<Candidate> = {}): Candidate => ({
  ...{ cause: "soiling", scope: "site", parameters: [], price: 0, leastShare: 0.01, nextTest: "" },
  layers: () => [],
  span: () => ({ from: 0, to: null }),
  evidence: () => [],
  ...more,
});
const accepted = (gain: number, more: Partial<Accepted> = {}): Accepted => ({
  ...{ candidate: candidate(), values: [], gain, price: 20, lostShare: 0.05 },
  ...more,
});

describe("how sure a cause is", () => {
  it("rises with what it explains beyond its price, up to a most", () => {
    const odds = [21, 30, 60, 80].map((gain) => logOddsOf(accepted(gain)));
    expect(odds).toEqual([...odds].sort((a, b) => a - b));
    expect(odds[0]).toBeLessThan(0);
    expect(odds[2]).toBeGreaterThan(2);
    expect(logOddsOf(accepted(5000))).toBe(logOddsOf(accepted(500)));
  });

  it("falls by what another would explain in its place", () => {
    const alone = accepted(60);
    const rivalled = { ...alone, rival: accepted(50) };
    expect(logOddsOf(rivalled)).toBeLessThan(logOddsOf(alone));
    expect(logOddsOf({ ...alone, rival: accepted(60) })).toBeLessThan(0);
  });

  it("counts what comes again with each look once", () => {
    expect(logOddsOf(accepted(80, { price: 60, candidate: candidate({ looks: 3 }) }))).toBeCloseTo(
      logOddsOf(accepted(40, { price: 33.333333 })),
      5,
    );
  });

  it("is counted whole where no model is in it, and is nothing where it takes too little or isn't itself any more", () => {
    const whole = accepted(23, { candidate: candidate({ perUnit: 1 }) });
    expect(logOddsOf(whole)).toBeGreaterThan(logOddsOf(accepted(23)));
    expect(logOddsOf(accepted(60, { lostShare: 0.001 }))).toBeLessThan(-2);
    expect(logOddsOf(accepted(60, { candidate: candidate({ believable: () => false }) }))).toBeLessThan(-2);
  });
});
