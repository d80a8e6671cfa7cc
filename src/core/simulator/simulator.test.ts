import { describe, expect, it } from "vitest";
import { expectedOutput } from "../expected/expectedOutput";
import { RandomStream } from "../random";
import { weatherFromSeries } from "../weather/weather";
import { exampleSite } from "./exampleSite";
import { simulateProduction } from "./production";
import { makeWeather } from "./weatherMaker";

const YEAR = { startMs: Date.parse("2025-01-01T00:00:00Z"), stepMs: 900_000, count: 35_040 };
const site = exampleSite();
const weather = makeWeather(YEAR, site.location, 42);
const channel = (name: string) => weather.channels.get(name) as Float64Array;
const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0);

it("draws the same numbers from the same seed, uniform and normal", () => {
  const draw = (seed: number) => {
    const random = new RandomStream(seed);
    return Array.from({ length: 2000 }, () => random.normal());
  };
  expect(draw(5)).toEqual(draw(5));
  expect(draw(5)).not.toEqual(draw(6));
  const values = draw(1);
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  const spread = Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length);
  expect(Math.abs(mean)).toBeLessThan(0.08);
  expect(Math.abs(spread - 1)).toBeLessThan(0.06);
});

describe("a year of made weather", () => {
  it("is the same again from its seed", () => {
    expect(makeWeather(YEAR, site.location, 42)).toEqual(weather);
  });

  it("has the light, the temperatures and the precipitation of an alpine valley", () => {
    const kwhPerM2 = sum(channel("ghi")) / 4000;
    expect(kwhPerM2).toBeGreaterThan(900);
    expect(kwhPerM2).toBeLessThan(1500);
    const mean = sum(channel("t_air")) / YEAR.count;
    expect(mean).toBeGreaterThan(4);
    expect(mean).toBeLessThan(9);
    const mm = sum(channel("rain_mm"));
    expect(mm).toBeGreaterThan(250);
    expect(mm).toBeLessThan(2200);
  });

  it("has snow in winter and none in summer, and never anything negative", () => {
    const snow = channel("snow_cm");
    expect(Math.max(...snow.subarray(0, 96 * 60))).toBeGreaterThan(3);
    expect(Math.max(...snow.subarray(96 * 160, 96 * 250))).toBe(0);
    for (const name of ["ghi", "wind", "rain_mm", "snow_cm"]) expect(Math.min(...channel(name))).toBeGreaterThanOrEqual(0);
  });

  it("has clear, broken and overcast days", () => {
    const ghi = channel("ghi");
    const days = Array.from({ length: 90 }, (_, k) => sum(ghi.subarray(96 * (120 + k), 96 * (121 + k))) / 4000);
    expect(Math.max(...days)).toBeGreaterThan(7);
    expect(Math.min(...days)).toBeLessThan(2.6);
  });
});

describe("a simulated production", () => {
  const june = makeWeather({ ...YEAR, startMs: Date.parse("2025-06-01T00:00:00Z"), count: 96 * 20 }, site.location, 7);
  const from = Date.parse("2025-06-10T00:00:00Z");

  it("is the same again from its seed, with or without snow or a fault elsewhere", () => {
    const options = { seed: 3, faults: [] };
    const plain = simulateProduction(site, june, options).production;
    expect(simulateProduction(site, june, options).production).toEqual(plain);
    expect(simulateProduction(site, june, { ...options, snow: false }).production).toEqual(plain);
  });

  it("loses to a dead string what that string would have given", () => {
    const faults = [{ kind: "string-open" as const, string: "s1", fromMs: from }];
    const { production, lossKwh } = simulateProduction(site, june, { seed: 3, faults });
    const whole = simulateProduction(site, june, { seed: 3, faults: [] }).production;
    const gap = (sum(whole.channels.get("inv1.ac_w") as Float64Array) - sum(production.channels.get("inv1.ac_w") as Float64Array)) / 4000;
    // The inverter's own meter is off by half a percent or so.
    expect(Math.abs(lossKwh[0] / gap - 1)).toBeLessThan(0.02);
    const expected = expectedOutput(site, weatherFromSeries(june)).inverters.get("inv1")?.acW as Float64Array;
    const after = sum(expected.subarray(96 * 9)) / 4000;
    expect(Math.abs(lossKwh[0] / after - 0.5)).toBeLessThan(0.03);
  });

  it("writes string currents that are nothing behind an open isolator, while the voltage stays", () => {
    const { production } = simulateProduction(site, june, {
      seed: 3,
      stringCurrents: true,
      faults: [{ kind: "string-open", string: "s2", fromMs: from }],
    });
    const noon = 96 * 12 + 44;
    expect(production.channels.get("s2.dc_a")?.[noon]).toBeLessThan(0.05);
    expect(production.channels.get("s2.dc_v")?.[noon]).toBeGreaterThan(250);
    expect(production.channels.get("s1.dc_a")?.[noon]).toBeGreaterThan(0.5);
  });

  it("stops an inverter and loses data for a while", () => {
    const until = from + 86_400_000;
    const stopped = simulateProduction(site, june, {
      seed: 3,
      faults: [{ kind: "inverter-outage", inverter: "inv1", fromMs: from, toMs: until }],
    });
    expect(sum((stopped.production.channels.get("inv1.ac_w") as Float64Array).subarray(96 * 9, 96 * 10))).toBe(0);
    expect(stopped.lossKwh[0]).toBeGreaterThan(0);
    const lost = simulateProduction(site, june, { seed: 3, faults: [{ kind: "data-gap", inverter: "inv1", fromMs: from, toMs: until }] });
    expect((lost.production.channels.get("inv1.ac_w") as Float64Array).subarray(96 * 9, 96 * 10).every(Number.isNaN)).toBe(true);
  });
});
