import { describe, expect, it } from "vitest";
import { FormatError } from "../errors/formatError";
import { expectedBand, judgeGap } from "../expected/uncertainty";
import type { Series } from "../series/grid";
import { checkLight } from "./checkLight";
import { weatherFromSeries } from "./weather";

const HOME = { lat: 46.8, lon: 12.3, elevationM: 800 };
const series = (from: string, channels: Record<string, number>): Series => {
  const grid = { startMs: Date.parse(`${from}T00:00:00Z`), stepMs: 900_000, count: 96 };
  return { grid, channels: new Map(Object.entries(channels).map(([name, value]) => [name, new Float64Array(grid.count).fill(value)])) };
};

describe("weather without light", () => {
  it.each<[string, Record<string, number>, RegExp]>([
    ["no column of light", { t_air: 5 }, /^w\.csv, ghi: found no value at all, expected irradiance in W\/m² \(or lux\)/],
    ["a column without values", { t_air: 5, ghi: Number.NaN }, /ghi: found no value at all/],
    ["noughts all through a summer's day", { t_air: 5, ghi: 0 }, /ghi: found nothing but 0 while the sun stood high/],
  ])("is refused: %s", (_, channels, says) => {
    const check = () => checkLight(series("2025-06-10", channels), "w.csv", HOME);
    expect(check).toThrow(FormatError);
    expect(check).toThrow(says);
  });

  it("is taken in the polar night, and with any light at all", () => {
    expect(() => checkLight(series("2025-12-20", { t_air: -20, ghi: 0 }), "w.csv", { lat: 78, lon: 16, elevationM: 0 })).not.toThrow();
    expect(() => checkLight(series("2025-06-10", { t_air: 5, illuminance_lux: 300 }), "w.csv", HOME)).not.toThrow();
  });
});

describe("the band", () => {
  const weather = weatherFromSeries(series("2025-06-10", { t_air: 10, ghi: 400 }));

  it("is the root of the sum of squares, doubled, and wider for a day than for a year", () => {
    const { pct, doubts } = expectedBand(weather, 30);
    expect(pct).toBeCloseTo(2 * Math.sqrt(doubts.reduce((sum, doubt) => sum + doubt.pct ** 2, 0)), 9);
    expect(expectedBand(weather, 1).pct).toBeGreaterThan(1.2 * expectedBand(weather, 365).pct);
    for (const { source } of doubts) expect(source).not.toBe("");
  });

  it("covers a gap of 3 % in a band of 5 %, and not one of 6 %, on either side", () => {
    expect(judgeGap(100, 97, 5)).toMatchObject({ within: true });
    expect(judgeGap(100, 97, 5).gapPct).toBeCloseTo(3, 9);
    expect(judgeGap(100, 97, 5).words).toContain("prove nothing");
    expect(judgeGap(100, 94, 5)).toMatchObject({ within: false });
    expect(judgeGap(100, 94, 5).words).toContain("something is lost");
    expect(judgeGap(100, 107, 5).words).toContain("check the sensor");
    expect(judgeGap(0, 0, 5).within).toBe(true);
  });
});
