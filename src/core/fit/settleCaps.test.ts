import { describe, expect, it } from "vitest";
import { compare } from "../comparison/compare";
import { simulatedCase } from "../simulator/simulatedCase";
import { buildAxis } from "./axis";
import { buildCells } from "./cells";
import type { Layer } from "./layers";
import { reachOf } from "./reach";
import { settleCaps } from "./settleCaps";

const { site, weather, production } = simulatedCase({ days: 20, from: "2025-06-01", noisePct: 0 });
const comparison = compare(site, weather, production, { weather: "w", production: "p" });
const sights = comparison.units.map((unit) => ({ unit, unusable: new Uint8Array(comparison.grid.count) }));
const axis = buildAxis(comparison, sights, 1, 0);
const [unit] = axis.units;
const constant = (stage: Layer["stage"], value: number): Layer => ({
  ...{ unit: 0, stage, strings: null },
  values: new Float64Array(axis.count).fill(value),
});
const even = [new Float64Array(axis.count).fill(1)];

describe("a cap that was fitted", () => {
  const capW = 0.5 * Math.max(...unit.unlimitedW);

  it("is what was measured where it binds, within a fifth of what was fitted, and stays as it was elsewhere", () => {
    const [[settled]] = settleCaps(axis, [[constant("limit", capW)]], even);
    for (let p = 0; p < axis.count; p++) {
      const free = Math.min(unit.unlimitedW[p], unit.ratedW);
      if (free < capW) expect(settled.values[p]).toBe(capW);
      else if (free > 1.05 * capW) expect(settled.values[p]).toBeCloseTo(Math.min(1.2 * capW, Math.max(0.8 * capW, unit.measuredW[p])), 6);
    }
  });

  it("isn't touched where another cause leaves less than it", () => {
    const dark = constant("off", 0.1);
    const [[settled], [other]] = settleCaps(axis, [[constant("limit", capW)], [dark]], even);
    expect([...settled.values]).toEqual([...constant("limit", capW).values]);
    expect(other).toBe(dark);
  });
});

describe("how far a model follows what its array gives", () => {
  const cells = buildCells(axis);
  const mean = (layers: Layer[]) => {
    const reach = reachOf(axis, cells, layers);
    const strong = [...reach].filter((_, k) => cells.load[k] > 0.5);
    return strong.reduce((sum, value) => sum + value, 0) / strong.length;
  };

  it("is one where nothing holds it, under what a cause leaves too", () => {
    expect(mean([])).toBeGreaterThan(0.95);
    expect(mean([constant("dc", 0.7)])).toBeGreaterThan(0.95);
  });

  it("is nothing at a cap, and where an inverter is off or snow hides it", () => {
    expect(mean([constant("limit", 0.2 * Math.max(...unit.unlimitedW))])).toBeLessThan(0.02);
    expect(mean([constant("off", 0)])).toBeCloseTo(0, 6);
    const measured = { ...unit, measuredW: unit.measuredW.map((watts) => 0.1 * watts) };
    const snowy = { ...axis, units: [measured] };
    const reach = reachOf(snowy, buildCells(snowy), [constant("cover", 1)]);
    expect(Math.max(...[...reach].filter((_, k) => cells.load[k] > 0.5))).toBeLessThan(0.02);
  });
});
