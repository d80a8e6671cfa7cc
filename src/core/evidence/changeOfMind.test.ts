import { describe, expect, it } from "vitest";
import { CAUSE_IDS } from "../causes/causes";
import { changesOfMind } from "./changeOfMind";
import { FIELD_TESTS, PLACE_MINUTES } from "./fieldTests";

describe("what would change a mind", () => {
  it("is what each test makes of the cause, either way (Bayes)", () => {
    const [change] = changesOfMind("clock-error", "site", 0.9);
    const told = FIELD_TESTS.find(({ id }) => id === change.test)?.tells["clock-error"] as { hit: number; false: number };
    expect(change.ifSo).toBeCloseTo((0.9 * told.hit) / (0.9 * told.hit + 0.1 * told.false), 9);
    expect(change.ifNot).toBeCloseTo((0.9 * (1 - told.hit)) / (0.9 * (1 - told.hit) + 0.1 * (1 - told.false)), 9);
  });

  it.each(CAUSE_IDS)("comes from the safest place first for %s, and lies on either side of what is sure now", (cause) => {
    const changes = changesOfMind(cause, "s2", 0.8);
    const danger = changes.map(({ place }) => PLACE_MINUTES[place]);
    expect(danger).toEqual([...danger].sort((a, b) => a - b));
    for (const { ifNot, ifSo, act } of changes) {
      expect(ifNot).toBeLessThan(0.8);
      expect(ifSo).toBeGreaterThan(0.8);
      expect(act).not.toContain("{");
    }
  });

  it("is nothing where nothing is in doubt any more", () => {
    expect(changesOfMind("clock-error", "site", 1)).toEqual([]);
  });
});
