import { describe, expect, it } from "vitest";
import { compare } from "../../comparison/compare";
import { exampleSite } from "../../simulator/exampleSite";
import { simulatedCase } from "../../simulator/simulatedCase";
import { detectStringDecline } from "./stringDecline";

const site = exampleSite((it) => {
  it.strings = it.strings.map((string, k) => ({ ...string, mppt: `t${k}` }));
});

function seen(faults: object[], { days = 540, told = /\.(ac_w|dc_a)$/ } = {}) {
  const one = simulatedCase({ site, faults, days, stepMs: 3_600_000, told, from: "2024-04-01" });
  const comparison = compare(one.site, one.weather, one.production, { weather: "w", production: "p" });
  const [unit] = comparison.units;
  const state = { unit, unusable: new Uint8Array(comparison.grid.count), claimed: new Uint8Array(comparison.grid.count), healthyRatio: 1 };
  return detectStringDecline(comparison, state);
}
const decline = { cause: "degradation", scope: "s2", pctPerYear: 3 };

describe("a string's current against its neighbours'", () => {
  it("tells a decline of three in a hundred a year, and of which string", () => {
    const [found, ...more] = seen([decline]);
    expect(more).toEqual([]);
    expect(found).toMatchObject({ cause: "degradation", scope: "s2", from: 0, to: null });
    expect(Math.abs((found.told?.pctPerYear as number) - 3)).toBeLessThan(0.5);
    expect(found.leaves?.(0)).toBe(1);
    expect(found.leaves?.(365.25 * 24)).toBeCloseTo(0.97, 2);
  });

  it("stays where they age alike, where one died, and beside a tree that shades them", () => {
    expect(seen([])).toEqual([]);
    expect(seen([{ ...decline, scope: "site" }])).toEqual([]);
    expect(seen([{ cause: "string-open", scope: "s1", from: "2025-02-01T00:00:00Z" }])).toEqual([]);
    expect(seen([{ cause: "shading", scope: "south", kind: "tree", bearingDeg: 235, distanceM: 9, heightM: 7, widthM: 5 }])).toEqual([]);
  });

  it("can't be told without currents, nor in a year", () => {
    expect(seen([decline], { told: /\.ac_w$/ })).toEqual([]);
    expect(seen([decline], { days: 365 })).toEqual([]);
  });
});
