import { describe, expect, it } from "vitest";
import { NEW_PART, PART_KINDS } from "../changes/partFields";
import { LIVES } from "../register/lives";
import { nextParts, USUAL_OUTLOOK } from "../register/outlook";
import { DECISION_IDS, DECISIONS, outlookOf, practiceSchema, USUAL_PRACTICE } from "./practice";

describe("how a firm works", () => {
  it("is as shipped before it has said otherwise", () => {
    expect(outlookOf(USUAL_PRACTICE)).toEqual(USUAL_OUTLOOK);
    for (const id of DECISION_IDS) expect(USUAL_PRACTICE[id]).toBe(DECISIONS[id].usual);
  });

  it.each(DECISION_IDS)("%s is kept within its range", (id) => {
    const { from, to, whole } = DECISIONS[id];
    for (const good of [from, to]) expect(practiceSchema.parse({ [id]: good })[id]).toBe(good);
    for (const bad of [from - 1, to + 1, Number.NaN, "12"]) expect(practiceSchema.safeParse({ [id]: bad }).success).toBe(false);
    expect(practiceSchema.safeParse({ [id]: from + 0.5 }).success).toBe(!whole);
  });

  it.each(PART_KINDS)("a life of its own for %s stands in place of the shipped one, the others stay", (kind) => {
    const { lives } = outlookOf(practiceSchema.parse({ lives: { [kind]: { earlyYears: 3, lateYears: 11 } } }));
    expect(lives[kind]).toEqual({ earlyYears: 3, lateYears: 11, source: "your own figures" });
    for (const other of PART_KINDS) if (other !== kind) expect(lives[other]).toBe(LIVES[other]);
  });

  it("a life that ends before it begins is refused, and a kind that isn't one", () => {
    for (const lives of [
      { inverter: { earlyYears: 9, lateYears: 9 } },
      { inverter: { earlyYears: 9 } },
      { inverter: { earlyYears: 0, lateYears: 9 } },
      { inverter: { earlyYears: 9, lateYears: 81 } },
      { roof: { earlyYears: 9, lateYears: 20 } },
    ])
      expect(practiceSchema.safeParse({ lives }).success).toBe(false);
  });

  it("what is likely next follows it: shorter lives, further ahead, a lower bar", () => {
    const part = { ...NEW_PART, id: "x", lastMs: 0, kind: "inverter" as const, installed: "2020-06-01" };
    const next = (practice: object) => nextParts([part], {}, "2026-06-01", outlookOf(practiceSchema.parse(practice)));
    expect(next({})).toEqual([]);
    expect(next({ lives: { inverter: { earlyYears: 4, lateYears: 9 } } })[0].reasons).toEqual(["age"]);
    expect(next({ outlookYears: 12 })[0].age).toMatchObject({ aheadYears: 12 });
    expect(next({ likelyPct: 5 })).toHaveLength(1);
  });
});
