import { describe, expect, it } from "vitest";
import { conditionsSchema, type Facet } from "@/core/inspection/conditions";
import { CONDITIONS } from "@/core/inspection/point";
import { CONDITION_FOR, FACET_WORDS } from "./pointWords";

const FACETS = Object.keys(conditionsSchema.shape) as Facet[];

describe("what decides whether a site has a point", () => {
  it.each(FACETS)("%s has words for each of its values, and for no others", (facet) => {
    const { values } = FACET_WORDS[facet];
    for (const value of Object.keys(values)) expect(conditionsSchema.safeParse({ [facet]: [value] }).success, value).toBe(true);
    const { error } = conditionsSchema.safeParse({ [facet]: ["no such value"] });
    const said = (error?.issues[0] as { values?: string[] } | undefined)?.values ?? [];
    expect(Object.keys(values).sort()).toEqual([...said].sort());
  });

  it("has words for each facet and each condition, and for no others", () => {
    expect(Object.keys(FACET_WORDS).sort()).toEqual([...FACETS].sort());
    expect(Object.keys(CONDITION_FOR)).toEqual([...CONDITIONS]);
  });
});
