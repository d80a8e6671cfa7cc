import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { OrdinaryAgeing } from "./ageing";

const at = (text: string) => Date.parse(text);

describe("ordinary ageing", () => {
  const site = exampleSite();

  it("takes half a percent a year in a straight line from commissioning, and nothing before", () => {
    const ageing = new OrdinaryAgeing(site, true);
    expect(ageing.shareAt(at("2018-01-01"))).toBe(1);
    expect(ageing.shareAt(at("2019-06-01"))).toBe(1);
    expect(ageing.shareAt(at("2029-06-01"))).toBeCloseTo(0.95, 4);
    const [a, b, c] = ["2021-06-01", "2022-06-01", "2023-06-01"].map((day) => ageing.shareAt(at(day)));
    expect(a - b).toBeCloseTo(b - c, 5);
  });

  it("never falls under nothing, and doesn't count where it is switched off or no date is known", () => {
    const fast = { ...site, losses: { ...site.losses, degradationPctPerYear: 5 } };
    expect(new OrdinaryAgeing(fast, true).shareAt(at("2080-01-01"))).toBe(0);
    expect(new OrdinaryAgeing(site, false).shareAt(at("2029-06-01"))).toBe(1);
    expect(new OrdinaryAgeing({ ...site, commissioned: undefined }, true).shareAt(at("2029-06-01"))).toBe(1);
  });
});
