import { describe, expect, it } from "vitest";
import { expectedOutput } from "../expected/expectedOutput";
import type { Series } from "../series/grid";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import type { SiteFile } from "../site/siteSchema";
import { weatherFromSeries } from "../weather/weather";
import { buildUnits, counterPower } from "./unit";

const GRID = { startMs: Date.parse("2025-06-01T00:00:00Z"), stepMs: 900_000, count: 96 * 2 };
const site = exampleSite();
const twoInverters = exampleSite((it) => {
  it.inverters.push({ ...it.inverters[0], id: "inv2" });
  it.strings[1].inverter = "inv2";
});
const expectedOf = (where: SiteFile) => expectedOutput(where, weatherFromSeries(makeWeather(GRID, where.location, 1)));
const produced = (channels: Record<string, (i: number) => number>): Series => ({
  grid: GRID,
  channels: new Map(Object.entries(channels).map(([name, at]) => [name, Float64Array.from({ length: GRID.count }, (_, i) => at(i))])),
});
const unitsOf = (where: SiteFile, channels: Record<string, (i: number) => number>) =>
  buildUnits(where, expectedOf(where), produced(channels));

describe("what an inverter's power is told from", () => {
  it("is its AC power first, whatever else there is", () => {
    const { units, unmeasured } = unitsOf(site, { "inv1.ac_w": () => 1000, "inv1.dc_w": () => 5000 });
    expect(unmeasured).toEqual([]);
    expect(units[0]).toMatchObject({ scope: "inv1", measuredBy: "inv1.ac_w", nameplateW: 8100, acRatedW: 7000 });
    expect(units[0].measuredW[5]).toBe(1000);
  });

  it("is its DC power through the efficiency, under the start nothing and over the rating the rating", () => {
    const [unit] = unitsOf(site, { "inv1.dc_w": (i) => [20, 3500, 9000][i % 3] }).units;
    expect(unit.measuredW[0]).toBe(0);
    expect(unit.measuredW[1] / 3500).toBeCloseTo(0.974, 2);
    expect(unit.measuredW[2]).toBe(7000);
  });

  it("is the currents and voltages of all its strings, missing where one is", () => {
    const all = { "s1.dc_a": () => 5, "s1.dc_v": () => 310, "s2.dc_a": (i: number) => (i === 7 ? Number.NaN : 5), "s2.dc_v": () => 310 };
    const [unit] = unitsOf(site, all).units;
    expect(unit.measuredBy).toBe("s1.dc_a × s1.dc_v + s2.dc_a × s2.dc_v");
    expect(unit.measuredW[6] / 3100).toBeCloseTo(0.973, 2);
    expect(unit.measuredW[7]).toBeNaN();
    const { "s2.dc_v": _, ...without } = all;
    expect(unitsOf(site, without).units).toEqual([]);
  });

  it("is the energies of all its modules", () => {
    const micro = exampleSite((it) => Object.assign(it.inverters[0], { kind: "micro", acRatedW: 350, startW: 2 }));
    const modules = Object.fromEntries(
      ["s1", "s2"].flatMap((id) => Array.from({ length: 10 }, (_, k) => [`${id}.${String(k + 1).padStart(2, "0")}.wh`, () => 25])),
    );
    const [unit] = unitsOf(micro, modules).units;
    expect(unit.measuredW[0]).toBe(20 * 25 * 4);
    expect(unit.acRatedW).toBe(7000);
    const { "s1.01.wh": _, ...oneMissing } = modules;
    expect(unitsOf(micro, oneMissing).units).toEqual([]);
  });

  it("is the site's meter where no inverter tells anything, with what the cable takes added", () => {
    const { units } = unitsOf(twoInverters, { "meter.main.kwh": (i) => 100 + 0.5 * i });
    expect(units[0]).toMatchObject({ scope: "site", measuredBy: "meter.main.kwh" });
    expect(units[0].inverters).toHaveLength(2);
    expect(units[0].measuredW[3]).toBeCloseTo(2000 / 0.995, 6);
  });

  it("says which inverters aren't measured", () => {
    const { units, unmeasured } = unitsOf(twoInverters, { "inv2.ac_w": () => 800 });
    expect(units.map(({ scope }) => scope)).toEqual(["inv2"]);
    expect(unmeasured).toEqual(["inv1"]);
  });
});

it("gives what is left when strings are cut off", () => {
  const [unit] = unitsOf(site, { "inv1.ac_w": () => 0 }).units;
  const half = unit.withoutStrings(new Set(["s2"]));
  const noon = 46;
  expect(half[noon] / unit.expectedW[noon]).toBeCloseTo(0.5, 1);
  expect(Math.max(...unit.withoutStrings(new Set(["s1", "s2"])))).toBe(0);
});

it("reads a counter as mean power, and a counter that falls as nothing known", () => {
  const hour = { startMs: 0, stepMs: 3_600_000, count: 5 };
  expect([...counterPower(Float64Array.from([10, 12, 12, 3, 4]), hour)]).toEqual([2000, 0, Number.NaN, 1000, Number.NaN]);
  expect(counterPower(Float64Array.from([10, 9.99, 10]), hour)[0]).toBeNaN();
});
