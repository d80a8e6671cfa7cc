import { describe, expect, it } from "vitest";
import { InverterCurve } from "../electrical/inverter";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import { haurwitzGhiWm2, ineichenClearSky } from "../sky/clearSky";
import { closeComponents, erbsDiffuseFraction } from "../sky/decomposition";
import { weatherFromSeries } from "../weather/weather";
import { expectedOutput } from "./expectedOutput";
import { DEFAULT_MODEL } from "./options";

const GRID = { startMs: Date.parse("2025-06-01T00:00:00Z"), stepMs: 900_000, count: 96 * 20 };
const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0);

describe("splitting the global irradiance", () => {
  it("follows Erbs 1982 at its joints and ends", () => {
    expect(erbsDiffuseFraction(0)).toBe(1);
    expect(erbsDiffuseFraction(0.22)).toBeCloseTo(0.9802, 4);
    expect(erbsDiffuseFraction(0.5)).toBeCloseTo(0.6592, 3);
    expect(erbsDiffuseFraction(0.9)).toBe(0.165);
  });

  it("closes whatever two of three are known, and never leaves the beam above the atmosphere's", () => {
    const close = (ghi: number, dni: number, dhi: number, cosZenith = 0.5) =>
      closeComponents(ghi, dni, dhi, cosZenith, 1360, { ghiWm2: 0, dniWm2: 0, dhiWm2: 0 });
    expect(close(500, Number.NaN, 200)).toEqual({ ghiWm2: 500, dniWm2: 600, dhiWm2: 200 });
    expect(close(500, 600, Number.NaN)).toEqual({ ghiWm2: 500, dniWm2: 600, dhiWm2: 200 });
    expect(close(Number.NaN, 600, 200)).toEqual({ ghiWm2: 500, dniWm2: 600, dhiWm2: 200 });
    expect(close(1200, Number.NaN, Number.NaN, 0.05).dniWm2).toBeLessThanOrEqual(0.9 * 1360);
    expect(close(Number.NaN, Number.NaN, Number.NaN).dniWm2).toBeNaN();
  });
});

it("has clear skies of the right size: about 1000 W/m² at the top, and two models within 8 % of each other", () => {
  for (const zenith of [0, 30, 50, 65]) {
    const ineichen = ineichenClearSky(zenith, 0, 3, 1360).ghiWm2;
    expect(Math.abs(ineichen / haurwitzGhiWm2(zenith) - 1)).toBeLessThan(0.08);
  }
  expect(ineichenClearSky(91, 0, 3, 1360)).toEqual({ ghiWm2: 0, dniWm2: 0 });
});

describe("an inverter's efficiency curve", () => {
  const pairs: [number, number][] = [
    [0.05, 0.93],
    [0.1, 0.955],
    [0.2, 0.968],
    [0.3, 0.972],
    [0.5, 0.974],
    [1, 0.968],
  ];
  const curve = new InverterCurve(7000, pairs);

  it("meets every pair of the data sheet", () => {
    for (const [load, efficiency] of pairs) expect(curve.acW((load * 7000) / efficiency)).toBeCloseTo(load * 7000, 6);
  });

  it("rises with the input and never gives more than it takes", () => {
    let before = 0;
    for (let dc = 0; dc < 9000; dc += 7) {
      const ac = curve.acW(dc);
      expect(ac).toBeGreaterThanOrEqual(before);
      expect(ac).toBeLessThanOrEqual(dc);
      before = ac;
    }
  });

  it("gives nothing under its own consumption, and works from a single pair", () => {
    expect(curve.acW(5)).toBe(0);
    expect(new InverterCurve(1000, [[1, 0.95]]).acW(500)).toBeCloseTo(475, 6);
  });
});

describe("the healthy array", () => {
  const site = exampleSite();
  const weather = weatherFromSeries(makeWeather(GRID, site.location, 3));
  const output = expectedOutput(site, weather);
  const inverter = output.inverters.get("inv1") as NonNullable<ReturnType<typeof output.inverters.get>>;

  it("is dark at night, positive by day, under its rating, and AC under DC", () => {
    inverter.acW.forEach((ac, i) => {
      if (output.sun.litShare[i] === 0) expect(ac).toBe(0);
      expect(ac).toBeGreaterThanOrEqual(0);
      expect(ac).toBeLessThanOrEqual(7000);
      expect(ac).toBeLessThanOrEqual(inverter.dcW[i]);
    });
  });

  it("has a performance ratio of a healthy plant", () => {
    const poaKwh = sum(output.planes.get("south")?.poaWm2 as Float64Array) / 4000;
    const ratio = sum(inverter.acW) / 4000 / (8.1 * poaKwh);
    expect(ratio).toBeGreaterThan(0.8);
    expect(ratio).toBeLessThan(0.92);
  });

  it("loses with each loss that is switched on", () => {
    const energy = (change: object) =>
      sum(expectedOutput(site, weather, { ...DEFAULT_MODEL, ...change }).inverters.get("inv1")?.acUnlimitedW as Float64Array);
    const all = energy({});
    for (const off of ["incidenceLoss", "horizonAndObstacles", "cellTemperature", "mismatch", "wiringDc", "ageing"])
      expect(energy({ [off]: false })).toBeGreaterThan(all);
  });

  it("takes a sensor in the plane at its word, and finds the sky behind it", () => {
    const poa = output.planes.get("south")?.poaWm2 as Float64Array;
    const bySensor = expectedOutput(site, { ...weather, ghiWm2: null, poaWm2: new Map([["south", poa]]) });
    expect(sum(bySensor.inverters.get("inv1")?.acW as Float64Array) / sum(inverter.acW)).toBeCloseTo(1, 2);
  });

  it("finds the sky behind that sensor within 3 %, over bright snow as over bare ground", () => {
    const found = (snowCm: number) => {
      const ground = { ...weather, snowCm: weather.airTempC.map(() => snowCm) };
      const { planes, sky } = expectedOutput(site, ground);
      const poa = planes.get("south")?.poaWm2 as Float64Array;
      return sum(expectedOutput(site, { ...ground, ghiWm2: null, poaWm2: new Map([["south", poa]]) }).sky.ghiWm2) / sum(sky.ghiWm2);
    };
    expect(Math.abs(found(0) - 1)).toBeLessThan(0.03);
    expect(Math.abs(found(20) - found(0))).toBeLessThan(0.01);
  });

  it("falls back to a lux meter", () => {
    const lux = (weather.ghiWm2 as Float64Array).map((watts) => watts * 120);
    const byLux = expectedOutput(site, { ...weather, ghiWm2: null, illuminanceLux: lux });
    expect(sum(byLux.inverters.get("inv1")?.acW as Float64Array) / sum(inverter.acW)).toBeCloseTo(1, 6);
  });

  it("says nothing where the weather says nothing, and only there", () => {
    const holes = (weather.ghiWm2 as Float64Array).slice().fill(Number.NaN, 40, 44);
    const ac = expectedOutput(site, { ...weather, ghiWm2: holes }).inverters.get("inv1")?.acW as Float64Array;
    ac.forEach((value, i) => {
      expect(Number.isNaN(value)).toBe(i >= 40 && i < 44);
    });
  });

  it("stays sane in polar night, on a wall, in deep cold and with the sun in the north", () => {
    const polar = exampleSite((it) => Object.assign(it.location, { lat: 78, lon: 16 }));
    const night = makeWeather({ ...GRID, startMs: Date.parse("2025-12-10T00:00:00Z") }, polar.location, 1);
    expect(sum(expectedOutput(polar, weatherFromSeries(night)).inverters.get("inv1")?.acW as Float64Array)).toBe(0);
    const wall = exampleSite((it) => Object.assign(it.planes[0], { tiltDeg: 90 }));
    expect(sum(expectedOutput(wall, weather).inverters.get("inv1")?.acW as Float64Array)).toBeLessThan(sum(inverter.acW));
    const southern = (azimuthDeg: number) =>
      exampleSite((it) => {
        Object.assign(it.location, { lat: -33, lon: 151 });
        Object.assign(it.planes[0], { azimuthDeg, horizon: [] });
      });
    const winter = weatherFromSeries(makeWeather(GRID, southern(0).location, 2));
    const energy = (azimuth: number) => sum(expectedOutput(southern(azimuth), winter).inverters.get("inv1")?.acW as Float64Array);
    expect(energy(0)).toBeGreaterThan(1.5 * energy(180));
    const cold = { ...weather, airTempC: weather.airTempC.map(() => -45) };
    expect(sum(expectedOutput(site, cold).inverters.get("inv1")?.acUnlimitedW as Float64Array)).toBeGreaterThan(sum(inverter.acUnlimitedW));
  });

  it("gives a micro-inverter for each module its own limit", () => {
    const micro = exampleSite((it) => Object.assign(it.inverters[0], { kind: "micro", acRatedW: 300, startW: 2 }));
    const ac = expectedOutput(micro, weather).inverters.get("inv1")?.acW as Float64Array;
    expect(Math.max(...ac)).toBeCloseTo(6000, 0);
  });
});
