import { describe, expect, it } from "vitest";
import { unusableIntervals } from "../causes/dataGap/dataGap";
import { candidateCuts } from "../causes/stringOpen/byLevel";
import { compare } from "../comparison/compare";
import { buildUnits, counterPower } from "../comparison/unit";
import { diagnose } from "../diagnosis/diagnose";
import { overviewOf } from "../diagnosis/overview";
import { snowChance } from "../losses/snowCover";
import { exampleSite } from "../simulator/exampleSite";
import { simulateProduction } from "../simulator/production";
import { makeWeather } from "../simulator/weatherMaker";
import { weatherFromSeries } from "../weather/weather";
import { UNUSABLE } from "./signature";

const QUARTER = 900_000;
const NAMES = { production: "p", weather: "w" };
const GRID = { startMs: Date.parse("2025-05-01T00:00:00Z"), stepMs: QUARTER, count: 96 * 20 };
const site = exampleSite();
const weather = makeWeather(GRID, site.location, 4);
const production = () => simulateProduction(site, weather, { seed: 4, faults: [] }).production;

describe("when snow can lie", () => {
  const cold = { ...weatherFromSeries(weather), airTempC: new Float64Array(GRID.count).fill(-3) };
  const empty = new Float64Array(GRID.count);

  it("is told from the depth, with a day and a half of grace, fresh after a centimetre in a day", () => {
    const snowCm = empty.slice().fill(5, 96, 96 * 3);
    const { possible, fresh, basis } = snowChance({ ...cold, snowCm });
    expect(basis).toBe("depth");
    expect([possible[95], possible[96], possible[96 * 3 + 100], possible[96 * 3 + 150]]).toEqual([0, 1, 1, 0]);
    expect([fresh[95], fresh[96], fresh[96 + 143], fresh[96 + 146]]).toEqual([0, 1, 1, 0]);
  });

  it("is told from precipitation in frost until it has melted", () => {
    const rainMm = empty.slice().fill(0.5, 96, 100);
    const airTempC = cold.airTempC.slice().fill(12, 96 * 3);
    const { possible, basis } = snowChance({ ...cold, snowCm: null, rainMm, airTempC });
    expect(basis).toBe("precipitation");
    expect([possible[90], possible[96], possible[96 * 3], possible[96 * 3 + 30]]).toEqual([0, 1, 1, 0]);
    expect(snowChance({ ...cold, snowCm: null, rainMm, airTempC: airTempC.map(() => 8) }).possible.some(Boolean)).toBe(false);
  });

  it("is only suspected from frost where nothing else is known", () => {
    expect(snowChance({ ...cold, snowCm: null, rainMm: null }).basis).toBe("frost");
    expect(snowChance({ ...cold, snowCm: null, rainMm: null }).possible[96 * 5]).toBe(1);
    expect(snowChance({ ...cold, airTempC: empty.slice().fill(10), snowCm: null, rainMm: null }).possible.some(Boolean)).toBe(false);
  });
});

describe("units", () => {
  const expected = compare(site, weather, production(), NAMES).expected;
  const ac = production().channels.get("inv1.ac_w") as Float64Array;
  const unitsFrom = (channels: [string, Float64Array][]) => buildUnits(site, expected, { grid: GRID, channels: new Map(channels) });

  it("take AC power first, then DC power through the curve", () => {
    expect(unitsFrom([["inv1.ac_w", ac]]).units[0]).toMatchObject({
      scope: "inv1",
      measuredBy: "inv1.ac_w",
      acRatedW: 7000,
      nameplateW: 8100,
    });
    const dc = expected.inverters.get("inv1")?.dcW as Float64Array;
    const [unit] = unitsFrom([["inv1.dc_w", dc]]).units;
    unit.measuredW.forEach((watts, i) => {
      expect(watts).toBeCloseTo(unit.expectedW[i], 6);
    });
  });

  it("take the sum of all modules of a string, but not of some", () => {
    const module = ac.map((watts) => watts / 4 / 20);
    const names = ["s1", "s2"].flatMap((id) => Array.from({ length: 10 }, (_, k) => `${id}.${String(k + 1).padStart(2, "0")}.wh`));
    const [unit] = unitsFrom(names.map((name) => [name, module])).units;
    expect(unit.measuredBy).toBe("the sum of 20 module energies");
    expect(unit.measuredW[48]).toBeCloseTo(ac[48], 6);
    expect(unitsFrom(names.slice(1).map((name) => [name, module])).units).toEqual([]);
  });

  it("fall back to a meter for the whole site; a counter that falls is a missing value", () => {
    const kwh = Float64Array.from([10, 10.5, 11.5, 3, 4]);
    expect([...counterPower(kwh, { startMs: 0, stepMs: QUARTER, count: 5 })]).toEqual([2000, 4000, Number.NaN, 4000, Number.NaN]);
    const { units, unmeasured } = unitsFrom([["meter.pv.kwh", new Float64Array(GRID.count)]]);
    expect(units[0]).toMatchObject({ scope: "site", measuredBy: "meter.pv.kwh" });
    expect(unmeasured).toEqual([]);
  });

  it("name the inverters that nothing measures", () => {
    const two = exampleSite((it) => {
      it.inverters.push({ ...it.inverters[0], id: "inv2" });
      it.strings[1].inverter = "inv2";
    });
    const { diagnosis } = diagnose(two, weather, simulateProduction(site, weather, { seed: 1, faults: [] }).production, NAMES);
    expect(diagnosis.causes.find(({ scope }) => scope === "inv2")).toMatchObject({ cause: "data-gap" });
  });

  it("try one string of each kind, and pairs among few", () => {
    const [unit] = unitsFrom([["inv1.ac_w", ac]]).units;
    expect(candidateCuts(unit).map((cut) => [...cut])).toEqual([["s1"]]);
    const strings = Array.from({ length: 4 }, (_, k) => ({ ...unit.strings[0], id: `t${k}`, modules: k === 3 ? 8 : 10 }));
    expect(candidateCuts({ ...unit, strings }).map((cut) => [...cut].join("+"))).toEqual(["t0", "t3", "t0+t1", "t0+t3"]);
    expect(candidateCuts({ ...unit, strings: Array.from({ length: 11 }, (_, k) => ({ ...unit.strings[0], id: `u${k}` })) })).toEqual([]);
  });
});

it("marks missing, impossible and stuck values, and those without weather", () => {
  const series = production();
  const ac = series.channels.get("inv1.ac_w") as Float64Array;
  const noon = 96 * 4 + 44;
  ac[noon] = Number.NaN;
  ac[noon + 1] = 9000;
  ac[noon + 2] = -800;
  ac.fill(777, 96 * 6 + 30, 96 * 6 + 60);
  const holes = { grid: GRID, channels: new Map(weather.channels) };
  holes.channels.set("ghi", (weather.channels.get("ghi") as Float64Array).slice().fill(Number.NaN, 96 * 8 + 40, 96 * 8 + 44));
  const comparison = compare(site, holes, series, NAMES);
  const marks = unusableIntervals(comparison, comparison.units[0]);
  expect([...marks.subarray(noon, noon + 4)]).toEqual([UNUSABLE.missing, UNUSABLE.impossible, UNUSABLE.impossible, 0]);
  expect(marks[96 * 6 + 45]).toBe(UNUSABLE.stuck);
  expect(marks[96 * 8 + 41]).toBe(UNUSABLE.noWeather);
});

describe("the overview for charts", () => {
  const series = production();
  (series.channels.get("inv1.ac_w") as Float64Array).fill(Number.NaN, 96 * 10, 96 * 11);
  const run = diagnose(site, weather, series, NAMES);
  const overview = overviewOf(run);

  it("has a value for each day, none where less than half was measured, and sums to the diagnosis", () => {
    expect(overview.days[0]).toBe("2025-05-01");
    // The eleventh day is the gap; the file's last local day has only its night.
    expect(overview.days.filter((_, k) => overview.measuredKwh[k] === null)).toEqual(["2025-05-11", "2025-05-21"]);
    expect(overview.recent.to).toBe("2025-05-20");
    const total = overview.measuredKwh.reduce((sum: number, kwh) => sum + (kwh ?? 0), 0);
    expect(Math.abs(total / run.diagnosis.energy.measuredKwh - 1)).toBeLessThan(0.005);
  });

  it("tells a day of which half the light was measured, and not one of which a third was", () => {
    const holed = production();
    const ac = holed.channels.get("inv1.ac_w") as Float64Array;
    const lit = (day: number) => Array.from({ length: 96 }, (_, k) => day * 96 + k).filter((i) => ac[i] > 0);
    const [third, twoThirds] = [lit(4), lit(6)];
    for (const i of third.slice(Math.ceil(third.length / 3))) ac[i] = Number.NaN;
    for (const i of twoThirds.slice(Math.ceil((2 * twoThirds.length) / 3))) ac[i] = Number.NaN;
    const { measuredKwh } = overviewOf(diagnose(site, weather, holed, NAMES));
    expect(measuredKwh[4]).toBeNull();
    expect(measuredKwh[6]).not.toBeNull();
  });

  it("loses nothing at present where no cause stands", () => {
    const calm = overviewOf(diagnose(site, weather, production(), NAMES));
    expect(calm.recent).toMatchObject({ lossKwhPerDay: 0, moneyPerDay: 0 });
  });
});
