import { describe, expect, it } from "vitest";
import { expectedOutput } from "../expected/expectedOutput";
import { diagnosisSchema } from "../formats/diagnosisFile";
import type { Series } from "../series/grid";
import { exampleSite } from "../simulator/exampleSite";
import type { InjectedFault } from "../simulator/production";
import { simulateProduction } from "../simulator/production";
import { makeWeather } from "../simulator/weatherMaker";
import type { SiteFile } from "../site/siteSchema";
import { valuePerKwh } from "../site/worth";
import { weatherFromSeries } from "../weather/weather";
import { diagnose } from "./diagnose";

const QUARTER_MS = 900_000;
const DAY_MS = 86_400_000;
const NAMES = { production: "production.csv", weather: "weather.csv" };

function weatherOf(site: SiteFile, from: string, days: number, seed: number, stepMs = QUARTER_MS): Series {
  return makeWeather({ startMs: Date.parse(from), stepMs, count: (days * DAY_MS) / stepMs }, site.location, seed);
}

function diagnosed(
  site: SiteFile,
  weather: Series,
  faults: InjectedFault[],
  options: { seed?: number; stringCurrents?: boolean; trueRatio?: number; snow?: boolean } = {},
) {
  const simulation = simulateProduction(site, weather, { seed: 11, faults, ...options });
  const { diagnosis } = diagnose(site, weather, simulation.production, NAMES);
  return { diagnosis: diagnosisSchema.parse(diagnosis), truthKwh: simulation.lossKwh };
}

const daysApart = (a: string, b: string) => Math.abs(Date.parse(a) - Date.parse(b)) / DAY_MS;

describe("a diagnosis that takes its time", () => {
  it("says how much is done, more after each look", () => {
    const site = exampleSite();
    const weather = weatherOf(site, "2025-03-01T00:00:00Z", 60, 3);
    const { production } = simulateProduction(site, weather, { seed: 11, faults: [] });
    const shares: number[] = [];
    diagnose(site, weather, production, NAMES, undefined, (share) => shares.push(share));
    expect(shares.length).toBeGreaterThan(1);
    expect(shares).toEqual([...new Set(shares)].sort((a, b) => a - b));
    expect(shares[0]).toBeGreaterThan(0);
    expect(shares.at(-1)).toBeLessThan(1);
  });
});

describe("one of two equal strings dead", () => {
  const site = exampleSite();
  const since = "2025-03-14T10:00:00Z";
  const fault: InjectedFault = { kind: "string-open", string: "s2", fromMs: Date.parse(since) };

  it.each([1, 2, 3, 4, 5, 6])("names the string from its current (weather %i)", (seed) => {
    const weather = weatherOf(site, "2025-03-01T00:00:00Z", 92, seed);
    const { diagnosis, truthKwh } = diagnosed(site, weather, [fault], { seed, stringCurrents: true });
    const [first] = diagnosis.causes;
    expect(first).toMatchObject({ cause: "string-open", scope: "s2", to: null });
    expect(daysApart(first.from, since)).toBeLessThanOrEqual(1);
    expect(Math.abs(first.lossKwh / truthKwh[0] - 1)).toBeLessThan(0.05);
    expect(diagnosis.healthy).toBe(false);
    expect(diagnosis.causes.filter(({ cause }) => cause !== "snow")).toHaveLength(1);
  });

  it.each([1, 2, 3, 4, 5, 6])("names the inverter from the level alone (weather %i)", (seed) => {
    const weather = weatherOf(site, "2025-03-01T00:00:00Z", 92, seed);
    const { diagnosis, truthKwh } = diagnosed(site, weather, [fault], { seed, trueRatio: 0.94 + 0.02 * seed, snow: false });
    const [first] = diagnosis.causes;
    expect(first).toMatchObject({ cause: "string-open", scope: "inv1", to: null });
    expect(daysApart(first.from, since)).toBeLessThanOrEqual(1);
    expect(Math.abs(first.lossKwh / truthKwh[0] - 1)).toBeLessThan(0.05);
    expect(first.confidence).toBeGreaterThan(0.8);
  });

  it("finds it dead from the first day of the file", () => {
    const weather = weatherOf(site, "2025-04-01T00:00:00Z", 40, 7);
    const { diagnosis, truthKwh } = diagnosed(site, weather, [{ ...fault, fromMs: 0 }]);
    expect(diagnosis.causes[0]).toMatchObject({ cause: "string-open", scope: "inv1", from: "2025-04-01T00:00:00Z" });
    expect(Math.abs(diagnosis.causes[0].lossKwh / truthKwh[0] - 1)).toBeLessThan(0.05);
  });

  it("gives the day it came back", () => {
    const weather = weatherOf(site, "2025-05-01T00:00:00Z", 60, 8);
    const { diagnosis } = diagnosed(site, weather, [
      { ...fault, fromMs: Date.parse("2025-05-20T00:00:00Z"), toMs: Date.parse("2025-06-10T00:00:00Z") },
    ]);
    expect(diagnosis.causes[0].cause).toBe("string-open");
    expect(daysApart(diagnosis.causes[0].from, "2025-05-20T00:00:00Z")).toBeLessThanOrEqual(1);
    expect(daysApart(diagnosis.causes[0].to as string, "2025-06-10T00:00:00Z")).toBeLessThanOrEqual(1);
  });

  it("is found in winter with snow lying and on hourly data", () => {
    const weather = weatherOf(site, "2025-01-01T00:00:00Z", 120, 9, 3_600_000);
    const { diagnosis, truthKwh } = diagnosed(site, weather, [fault]);
    const found = diagnosis.causes.find(({ cause }) => cause === "string-open");
    expect(found?.scope).toBe("inv1");
    expect(daysApart(found?.from as string, since)).toBeLessThanOrEqual(1);
    expect(Math.abs((found?.lossKwh ?? 0) / truthKwh[0] - 1)).toBeLessThan(0.05);
  });
});

describe("a healthy array", () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8])("is healthy in a dark December without snow (weather %i)", (seed) => {
    const site = exampleSite();
    const weather = weatherOf(site, "2025-12-01T00:00:00Z", 31, seed);
    const { diagnosis } = diagnosed(site, weather, [], { seed, snow: false, trueRatio: seed % 2 ? 0.97 : 1.03 });
    expect(diagnosis.causes).toEqual([]);
    expect(diagnosis.healthy).toBe(true);
  });

  it.each([1, 2, 3])("is healthy over a summer (weather %i)", (seed) => {
    const site = exampleSite();
    const { diagnosis } = diagnosed(site, weatherOf(site, "2025-05-01T00:00:00Z", 120, seed), [], { seed, trueRatio: 0.96 });
    expect(diagnosis.causes).toEqual([]);
    expect(diagnosis.healthy).toBe(true);
  });
});

describe("an inverter that stops", () => {
  const site = exampleSite((it) => {
    it.inverters.push({ ...it.inverters[0], id: "inv2" });
    it.strings[1].inverter = "inv2";
  });

  it("is an outage of that inverter, with its energy", () => {
    const weather = weatherOf(site, "2025-06-01T00:00:00Z", 60, 3);
    const fault: InjectedFault = {
      kind: "inverter-outage",
      inverter: "inv2",
      fromMs: Date.parse("2025-06-20T11:00:00Z"),
      toMs: Date.parse("2025-06-28T09:00:00Z"),
    };
    const { diagnosis, truthKwh } = diagnosed(site, weather, [fault]);
    expect(diagnosis.causes).toHaveLength(1);
    expect(diagnosis.causes[0]).toMatchObject({ cause: "inverter-outage", scope: "inv2" });
    expect(daysApart(diagnosis.causes[0].from, "2025-06-20T11:00:00Z")).toBeLessThan(0.1);
    expect(daysApart(diagnosis.causes[0].to as string, "2025-06-28T09:00:00Z")).toBeLessThan(0.3);
    expect(Math.abs(diagnosis.causes[0].lossKwh / truthKwh[0] - 1)).toBeLessThan(0.05);
  });

  it("is not taken for snow in a cold week without snowfall", () => {
    const weather = weatherOf(site, "2025-01-10T00:00:00Z", 30, 4);
    weather.channels.set("snow_cm", new Float64Array(weather.grid.count));
    const fault: InjectedFault = { kind: "inverter-outage", inverter: "inv1", fromMs: Date.parse("2025-01-20T00:00:00Z") };
    const { diagnosis } = diagnosed(site, weather, [fault]);
    expect(diagnosis.causes[0]).toMatchObject({ cause: "inverter-outage", scope: "inv1", to: null });
  });
});

describe("snow", () => {
  it.each([1, 2, 3, 4])("is told from a fault by the snowfall and the clearing (weather %i)", (seed) => {
    const site = exampleSite();
    const weather = weatherOf(site, "2025-01-01T00:00:00Z", 75, seed);
    const bare = simulateProduction(site, weather, { seed, faults: [], snow: false }).production;
    const snowy = simulateProduction(site, weather, { seed, faults: [] }).production;
    const energy = (series: Series) => (series.channels.get("inv1.ac_w") as Float64Array).reduce((sum, watts) => sum + watts / 4000, 0);
    const truth = energy(bare) - energy(snowy);
    const { diagnosis } = diagnose(site, weather, snowy, NAMES);
    expect(new Set(diagnosis.causes.map(({ cause }) => cause))).toEqual(new Set(["snow"]));
    const found = diagnosis.causes.reduce((sum, { lossKwh }) => sum + lossKwh, 0);
    expect(Math.abs(found / truth - 1)).toBeLessThan(0.15);
  });
});

describe("missing data", () => {
  it("is named with its days, and is neither output nor loss", () => {
    const site = exampleSite();
    const weather = weatherOf(site, "2025-06-01T00:00:00Z", 30, 5);
    const { diagnosis } = diagnosed(site, weather, [
      { kind: "data-gap", inverter: "inv1", fromMs: Date.parse("2025-06-10T00:00:00Z"), toMs: Date.parse("2025-06-13T00:00:00Z") },
    ]);
    expect(diagnosis.causes).toHaveLength(1);
    expect(diagnosis.causes[0]).toMatchObject({ cause: "data-gap", scope: "site", lossKwh: 0 });
    expect(daysApart(diagnosis.causes[0].from, "2025-06-10T00:00:00Z")).toBeLessThan(1);
    expect(daysApart(diagnosis.causes[0].to as string, "2025-06-13T00:00:00Z")).toBeLessThan(1);
    expect(diagnosis.energy.performanceIndex).toBeGreaterThan(0.95);
  });

  it("is seen where a value is stuck", () => {
    const site = exampleSite();
    const weather = weatherOf(site, "2025-06-01T00:00:00Z", 20, 6);
    const { production } = simulateProduction(site, weather, { seed: 6, faults: [] });
    production.channels.get("inv1.ac_w")?.fill(1234, 96 * 5, 96 * 7);
    const { diagnosis } = diagnose(site, weather, production, NAMES);
    expect(diagnosis.causes.map(({ cause }) => cause)).toEqual(["data-gap"]);
  });

  it("doesn't count where it is rare", () => {
    const site = exampleSite();
    const weather = weatherOf(site, "2025-06-01T00:00:00Z", 30, 7);
    const { production } = simulateProduction(site, weather, { seed: 7, faults: [] });
    production.channels.get("inv1.ac_w")?.fill(Number.NaN, 96 * 5 + 40, 96 * 5 + 46);
    expect(diagnose(site, weather, production, NAMES).diagnosis.healthy).toBe(true);
  });
});

describe("the sums", () => {
  const site = exampleSite();
  const weather = weatherOf(site, "2025-04-01T00:00:00Z", 90, 2);
  const dead: InjectedFault = { kind: "string-open", string: "s1", fromMs: Date.parse("2025-05-14T00:00:00Z") };
  const { production, lossKwh } = simulateProduction(site, weather, { seed: 11, faults: [dead], snow: false });
  const { energy, causes } = diagnose(site, weather, production, NAMES).diagnosis;
  const kwh = (watts: Float64Array) => watts.reduce((sum, value) => sum + value, 0) / 4000;

  it("are those of the series themselves: what was measured, and what the healthy array gives without its limits", () => {
    expect(energy.measuredKwh).toBeCloseTo(kwh(production.channels.get("inv1.ac_w") as Float64Array), 1);
    const ideal = expectedOutput(site, weatherFromSeries(weather)).inverters.get("inv1")?.acUnlimitedW as Float64Array;
    expect(energy.expectedKwh).toBeCloseTo(kwh(ideal), 1);
    expect(energy.lossKwh).toBeCloseTo(energy.expectedKwh - energy.measuredKwh, 1);
  });

  it("give the cause what it took, and leave little unexplained", () => {
    expect(causes.map(({ cause }) => cause)).toEqual(["string-open"]);
    expect(Math.abs(causes[0].lossKwh / lossKwh[0] - 1)).toBeLessThan(0.05);
    expect(Math.abs(energy.unexplainedKwh)).toBeLessThan(0.03 * energy.expectedKwh);
    expect(energy.unexplainedKwh).toBeCloseTo(energy.lossKwh - causes[0].lossKwh, 1);
  });

  it("turn into money by the tariff", () => {
    expect(valuePerKwh(site.tariff as NonNullable<SiteFile["tariff"]>)).toBeCloseTo(0.4 * 0.24 + 0.6 * 0.08, 9);
    expect(energy.moneyLost).toBeCloseTo(energy.lossKwh * 0.144, 1);
  });

  it("make no money of an array that gives more than it should", () => {
    const { diagnosis } = diagnosed(site, weather, [], { snow: false, trueRatio: 1.06 });
    expect(diagnosis.energy.lossKwh).toBeLessThan(0);
    expect(diagnosis.energy.moneyLost).toBe(0);
  });

  it("stand in order of energy", () => {
    const winter = weatherOf(site, "2025-01-01T00:00:00Z", 120, 2);
    const { diagnosis } = diagnosed(site, winter, [{ ...dead, fromMs: Date.parse("2025-03-14T00:00:00Z") }]);
    const energies = diagnosis.causes.map((cause) => cause.lossKwh);
    expect(energies.length).toBeGreaterThan(1);
    expect(energies).toEqual([...energies].sort((a, b) => b - a));
  });
});

it("refuses production that shares no time with the weather, or names no inverter of the site", () => {
  const site = exampleSite();
  const weather = weatherOf(site, "2025-06-01T00:00:00Z", 2, 1);
  const later = simulateProduction(site, weatherOf(site, "2025-07-01T00:00:00Z", 2, 1), { seed: 1, faults: [] }).production;
  expect(() => diagnose(site, weather, later, NAMES)).toThrow(/production\.csv.*overlap/);
  const strange = { grid: weather.grid, channels: new Map([["other.ac_w", new Float64Array(weather.grid.count)]]) };
  expect(() => diagnose(site, weather, strange, NAMES)).toThrow(/line 1.*inv1\.ac_w/);
});
