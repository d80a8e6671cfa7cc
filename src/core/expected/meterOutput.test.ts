import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import type { SiteFile } from "../site/siteSchema";
import { weatherFromSeries } from "../weather/weather";
import { expectedOutput } from "./expectedOutput";
import { meterOutput } from "./meterOutput";
import { DEFAULT_MODEL } from "./options";

const GRID = { startMs: Date.parse("2025-06-10T00:00:00Z"), stepMs: 900_000, count: 96 * 6 };
const weather = weatherFromSeries(makeWeather(GRID, exampleSite().location, 4));
const hot = { ...weather, airTempC: weather.airTempC.map((tempC) => tempC + 22) };
const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0) / 4000;
const meter = (site: SiteFile, used = weather, soc: Float64Array | null = null, options = DEFAULT_MODEL) =>
  meterOutput(site, expectedOutput(site, used), used, options, soc);
const acOf = (site: SiteFile, used = weather) => expectedOutput(site, used).inverters.get("inv1")?.acW as Float64Array;
const site = exampleSite();

it("holds nothing back where nothing does, but for the cable and the night", () => {
  const out = meter(site);
  const ac = acOf(site);
  expect(out.cooledW).toEqual(ac);
  expect(out.takenW).toEqual(ac);
  expect(sum(out.cabledW)).toBeCloseTo(0.995 * sum(ac), 9);
  ac.forEach((watts, i) => {
    if (watts === 0) expect(out.meterW[i]).toBe(-2);
  });
});

it("cuts back in the heat, more in the sun than in the shade, and leaves the terminals' figure as it is", () => {
  const placed = (location: "outdoor-sun" | "outdoor-shaded") =>
    exampleSite((it) => Object.assign(it.inverters[0], { location, derateStartC: 45 }));
  const [sun, shade] = [meter(placed("outdoor-sun"), hot), meter(placed("outdoor-shaded"), hot)];
  expect(sum(sun.cooledW)).toBeLessThan(sum(shade.cooledW));
  expect(acOf(placed("outdoor-sun"), hot)).toEqual(acOf(site, hot));
  expect(meter(placed("outdoor-sun"), hot, null, { ...DEFAULT_MODEL, heatDerating: false }).cooledW).toEqual(acOf(site, hot));
});

it("caps the site's output at the export limit", () => {
  const capped = meter(exampleSite((it) => void (it.exportLimitW = 3000)));
  expect(Math.max(...capped.exportedW)).toBe(3000);
  expect(Math.max(...capped.meterW)).toBeLessThanOrEqual(3000);
  expect(sum(capped.cooledW)).toBeGreaterThan(sum(capped.exportedW));
});

describe("a battery without a grid", () => {
  const island = (loadW?: number) => exampleSite((it) => void (it.battery = { capacityKwh: 12, gridTied: false, loadW }));

  it("lets the array idle down to the load while a measured charge is full", () => {
    const full = new Float64Array(GRID.count).fill(100);
    expect(Math.max(...meter(island(300), weather, full).takenW)).toBe(300);
    const half = new Float64Array(GRID.count).fill(50);
    expect(meter(island(300), weather, half).takenW).toEqual(acOf(site));
  });

  it("keeps its own account where none is measured: takes less than the sun offers, and not less than is drawn", () => {
    const out = meter(island(400));
    expect(sum(out.takenW)).toBeLessThan(0.7 * sum(out.exportedW));
    const drawnKwh = (0.4 * GRID.count) / 4;
    expect(sum(out.takenW)).toBeGreaterThan(0.7 * Math.min(drawnKwh, sum(out.exportedW)));
    out.takenW.forEach((watts, i) => {
      expect(watts).toBeLessThanOrEqual(out.exportedW[i] + 1e-9);
    });
  });

  it("says nothing without charge and load, and where there is a grid", () => {
    expect(meter(island()).takenW).toEqual(acOf(site));
    const tied = exampleSite((it) => void (it.battery = { capacityKwh: 5, gridTied: true, loadW: 100 }));
    expect(meter(tied).takenW).toEqual(acOf(site));
  });
});

it("loses in an AC cable by the square of the power, a sixth of it in three phases", () => {
  const cabled = (phases: 1 | 3) =>
    exampleSite((it) => void (it.inverters[0].cable = { lengthM: 30, csaMm2: 6, material: "copper", systemV: 230, phases }));
  const lost = (phases: 1 | 3) => {
    const out = meter(cabled(phases));
    return out.takenW.map((watts, i) => watts - out.cabledW[i]);
  };
  const [one, three] = [lost(1), lost(3)];
  const peak = one.indexOf(Math.max(...one));
  expect(one[peak] / three[peak]).toBeCloseTo(6, 6);
  const watts = meter(site).takenW[peak];
  const ohm = ((2 * 30 * 0.017241) / 6) * (1 + 0.00393 * 20);
  expect(one[peak]).toBeCloseTo((watts / 230) ** 2 * ohm, 6);
});

it("waits after a stop, so the first interval of a day is cut short", () => {
  const waiting = exampleSite((it) => void (it.inverters[0].restartDelayS = 300));
  const [plain, delayed] = [acOf(site), acOf(waiting)];
  plain.forEach((watts, i) => {
    const first = watts > 0 && plain[i - 1] === 0;
    expect(delayed[i]).toBeCloseTo(first ? watts * (2 / 3) : watts, 9);
  });
});
