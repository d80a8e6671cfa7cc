import { describe, expect, it } from "vitest";
import { practiceSchema, USUAL_PRACTICE } from "@/core/practice/practice";
import { draftOf, practiceFrom } from "./practiceDraft";

describe("the form of how a firm works", () => {
  it("is empty where it is as shipped, and what is typed comes back", () => {
    expect(draftOf(USUAL_PRACTICE)).toEqual({});
    expect(practiceSchema.parse(practiceFrom({}))).toEqual(USUAL_PRACTICE);
    const typed = { conditionHoldsH: "8", "isolator.earlyYears": "5", "isolator.lateYears": "14.5" };
    const practice = practiceSchema.parse(practiceFrom(typed));
    expect(practice).toEqual({ ...USUAL_PRACTICE, conditionHoldsH: 8, lives: { isolator: { earlyYears: 5, lateYears: 14.5 } } });
    expect(draftOf(practice)).toEqual(typed);
  });

  it("takes a decimal comma, and spaces for nothing", () => {
    expect(practiceFrom({ conditionHoldsH: " 7,5 ", likelyPct: "  " })).toEqual({ conditionHoldsH: 7.5, lives: {} });
  });

  it("doesn't pass over what is no number, nor half a life", () => {
    expect(practiceSchema.safeParse(practiceFrom({ conditionHoldsH: "long" })).success).toBe(false);
    expect(practiceSchema.safeParse(practiceFrom({ "module.earlyYears": "20" })).success).toBe(false);
  });
});
