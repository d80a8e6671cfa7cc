import { describe, expect, it } from "vitest";
import { compare } from "../comparison/compare";
import { RandomStream } from "../random";
import type { Series } from "../series/grid";
import { simulatedCase } from "../simulator/simulatedCase";
import { buildAxis } from "./axis";
import { buildCells, residuals } from "./cells";
import { outputW } from "./layers";
import { estimateNoise } from "./noise";

/** Noise as it is told of the example site. @param station what the station makes of the light @param left what is left of the output */
function noiseOf(station: (weather: Series) => Series = (weather) => weather, left: (i: number) => number = () => 1) {
  const { site, weather, production } = simulatedCase({ days: 90, noisePct: 0.5, station });
  const watts = production.channels.get("inv1.ac_w") as Float64Array;
  for (let i = 0; i < watts.length; i++) watts[i] *= left(i);
  const comparison = compare(site, weather, production, { weather: "w", production: "p" });
  const axis = buildAxis(
    comparison,
    comparison.units.map((unit) => ({ unit, unusable: new Uint8Array(comparison.grid.count) })),
    1,
  );
  const cells = buildCells(axis);
  const noise = estimateNoise(axis, cells, residuals(axis, cells, [outputW(axis, 0, [], new Float64Array(axis.count))]));
  const bright = [...cells.load.keys()].filter((k) => cells.load[k] > 0.5);
  return { hour: bright.reduce((sum, k) => sum + noise.cell[k], 0) / bright.length, day: Math.min(...noise.day), noise, cells };
}

/** Light that is off by so much from hour to hour, or from day to day, as a standard deviation. */
const off = (each: number, spread: number) => (weather: Series) => {
  const random = new RandomStream(5);
  let now = 0;
  const ghi = (weather.channels.get("ghi") as Float64Array).map((value, i) => {
    if (i % each === 0) now = spread * random.normal();
    return value * Math.exp(now);
  });
  return { ...weather, channels: new Map([...weather.channels, ["ghi", ghi]]) };
};

describe("how much residuals scatter", () => {
  const still = noiseOf();

  it("is told of hours and of days apart", () => {
    const hourly = noiseOf(off(4, 0.08));
    expect(hourly.hour).toBeGreaterThan(0.045);
    expect(hourly.hour).toBeLessThan(0.11);
    const daily = noiseOf(off(96, 0.08));
    expect(daily.day).toBeGreaterThan(0.05);
    expect(daily.day).toBeLessThan(0.11);
    expect(daily.hour).toBeLessThan(0.04);
    expect(still.hour).toBeLessThan(0.03);
    expect(still.day).toBeLessThan(0.02);
  });

  it("is hardly moved by a step, a slope or a level", () => {
    for (const left of [(i: number) => (i > 45 * 96 ? 0.5 : 1), (i: number) => 1 - (0.3 * i) / (90 * 96), () => 0.7]) {
      const other = noiseOf(undefined, left);
      expect(Math.abs(other.hour - still.hour)).toBeLessThan(0.006);
      expect(Math.abs(other.day - still.day)).toBeLessThan(0.006);
    }
  });

  it("isn't what the same hours miss day after day: a shadow is no noise", () => {
    const shaded = noiseOf(undefined, (i) => (i % 96 > 40 && i % 96 < 52 ? 0.3 : 1));
    expect(shaded.hour).toBeLessThan(3 * still.hour);
  });

  it("is more in weak light", () => {
    const { noise, cells } = noiseOf(off(4, 0.03));
    const mean = (test: (load: number) => boolean) => {
      const some = [...cells.load.keys()].filter((k) => test(cells.load[k]));
      return some.reduce((sum, k) => sum + noise.cell[k], 0) / some.length;
    };
    expect(mean((load) => load < 0.06)).toBeGreaterThan(mean((load) => load > 0.5));
  });
});
