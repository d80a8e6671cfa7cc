import { describe, expect, it } from "vitest";
import { compare } from "../comparison/compare";
import { simulatedCase } from "../simulator/simulatedCase";
import { buildAxis } from "./axis";
import type { Layer } from "./layers";
import { echoOf } from "./narrow";

/** A case with a shade of some strings, and its effect on the whole unit, by the sun's place. */
function shadeOf(strings: readonly string[], told = /\.(ac_w|dc_a)$/) {
  const { site, weather, production } = simulatedCase({ days: 40, told });
  for (const id of strings) {
    const amps = production.channels.get(`${id}.dc_a`);
    amps?.forEach((value, i) => {
      if (i % 96 > 56 && i % 96 < 68) amps[i] = 0.5 * value;
    });
  }
  const comparison = compare(site, weather, production, { weather: "w", production: "p" });
  const sights = comparison.units.map((unit) => ({ unit, unusable: new Uint8Array(comparison.grid.count) }));
  const axis = buildAxis(comparison, sights, 1);
  const values = Float64Array.from(axis.interval, (i) => (i % 96 > 56 && i % 96 < 68 ? 1 - 0.25 * strings.length : 1));
  const layer: Layer = { unit: 0, stage: "dc", strings: null, values };
  return echoOf(axis, layer);
}

describe("whose an effect is, by the strings' currents", () => {
  it("is the string's that alone carries its pattern", () => {
    expect(shadeOf(["s2"])).toBe("s2");
    expect(shadeOf(["s1"])).toBe("s1");
  });

  it("is nobody's where all carry it, or none, or no current is told", () => {
    expect(shadeOf(["s1", "s2"])).toBeNull();
    expect(shadeOf([])).toBeNull();
    expect(shadeOf(["s2"], /\.ac_w$/)).toBeNull();
  });
});
