import { describe, expect, it } from "vitest";
import { compare } from "../comparison/compare";
import { simulatedCase } from "../simulator/simulatedCase";
import { buildAxis, fitResolution } from "./axis";
import type { Candidate } from "./candidate";
import { candidateCost } from "./candidateCost";
import { Fit } from "./fit";
import { pointwise } from "./pointwise";
import { ThinGround } from "./thinGround";

function fitOver(days: number, faults: object[] = []) {
  const { site, weather, production } = simulatedCase({ days, faults, from: "2025-01-01" });
  const comparison = compare(site, weather, production, { weather: "w", production: "p" });
  const sights = comparison.units.map((unit) => ({ unit, unusable: new Uint8Array(comparison.grid.count) }));
  return new Fit(buildAxis(comparison, sights, fitResolution(comparison)));
}

/** Something that takes a part of everything since a day. */
const factor: Candidate = {
  ...{ cause: "scale-error", scope: "inv1", price: 0, leastShare: -1, nextTest: "" },
  parameters: [{ name: "left", value: 0.5, least: 0.1, most: 1, step: 0.1 }],
  layers: (on, [left]) => [{ unit: 0, stage: "dc", strings: null, values: pointwise(on, (p) => (on.day[p] > 100 ? left : 1)) }],
  span: () => ({ from: 0, to: null }),
  evidence: () => [],
};

describe("a first look on a part of the days", () => {
  const fit = fitOver(365, [{ cause: "string-open", scope: "s2", from: "2025-04-11T00:00:00Z" }]);
  const thin = ThinGround.of(fit.axis, fit.cells, fit.noise) as ThinGround;
  thin.follow(fit.state.left, new Float64Array(fit.cells.count).fill(1));

  it("costs and gains about what all days do, and is best at the same place", () => {
    const [here, all] = [thin.costOf(factor, []), candidateCost(fit, factor, [])];
    expect(here.without / all.without).toBeGreaterThan(0.7);
    expect(here.without / all.without).toBeLessThan(1.4);
    const gains = [here, all].map(({ costAt, without }) => without - costAt([0.5]));
    expect(gains[1]).toBeGreaterThan(1000);
    expect(gains[0] / gains[1]).toBeGreaterThan(0.7);
    expect(gains[0] / gains[1]).toBeLessThan(1.4);
    const levels = [0.3, 0.4, 0.5, 0.6, 0.7, 0.8];
    const bestOf = (costAt: (values: number[]) => number) => [...levels].sort((a, b) => costAt([a]) - costAt([b]))[0];
    expect(bestOf(here.costAt)).toBe(0.5);
    expect(bestOf(all.costAt)).toBe(0.5);
  });

  it("is taken where there are days to spare, and nowhere else", () => {
    const short = fitOver(100);
    expect(ThinGround.of(short.axis, short.cells, short.noise)).toBeNull();
    const found = fit.try(factor);
    expect(found.values[0]).toBeGreaterThan(0.44);
    expect(found.values[0]).toBeLessThan(0.56);
    expect(found.gain).toBeCloseTo(fit.state.cost - candidateCost(fit, factor, []).costAt(found.values), -2);
  });
});
