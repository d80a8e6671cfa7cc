import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import { weatherFromSeries } from "../weather/weather";
import { CASCADE_STAGES, lossCascade } from "./cascade";
import { expectedOutput } from "./expectedOutput";
import { DEFAULT_MODEL } from "./options";
import { expectedBand } from "./uncertainty";

const GRID = { startMs: Date.parse("2025-03-01T00:00:00Z"), stepMs: 900_000, count: 96 * 60 };
const kwh = (watts: Float64Array) => watts.reduce((sum, value) => sum + value, 0) / 4000;

describe("the loss cascade", () => {
  const site = exampleSite();
  const weather = weatherFromSeries(makeWeather(GRID, site.location, 2));
  const expected = expectedOutput(site, weather);
  const inverter = expected.inverters.get("inv1") as NonNullable<ReturnType<typeof expected.inverters.get>>;
  const cascade = lossCascade(site, expected, weather);

  it("begins with the sun at nameplate efficiency and ends with the expected output less AC wiring", () => {
    expect(cascade.sun).toBeCloseTo(kwh(expected.planes.get("south")?.openWm2 as Float64Array) * 8.1, 6);
    expect(cascade["wiring-dc"]).toBeCloseTo(kwh(inverter.dcW), 6);
    expect(cascade.inverter).toBeCloseTo(kwh(inverter.acUnlimitedW), 6);
    expect(cascade.rating).toBeCloseTo(kwh(inverter.acW), 6);
    expect(cascade["wiring-ac"]).toBeCloseTo(kwh(inverter.acW) * 0.995, 6);
    const nightHours = inverter.acW.filter((watts) => watts === 0).length / 4;
    expect(cascade["wiring-ac"] - cascade.night).toBeCloseTo((2 * nightHours) / 1000, 6);
  });

  it("loses nothing on the way: ageing and mismatch are what their shares say", () => {
    expect(cascade.mismatch / cascade.ageing).toBeCloseTo(0.99, 9);
    expect(cascade["wiring-dc"] / cascade.mismatch).toBeCloseTo(0.99, 9);
    expect(cascade["uneven-light"]).toBe(cascade.temperature);
    expect(cascade.ageing / cascade["uneven-light"]).toBeCloseTo(1 - 0.005 * 5.83, 3);
  });

  it("only gives at the temperature, in the cold, and by less than 2 % in middling light", () => {
    expect(cascade["low-light"] / cascade.glass).toBeLessThan(1.02);
    CASCADE_STAGES.slice(1).forEach((stage, k) => {
      if (stage !== "temperature" && stage !== "low-light") expect(cascade[stage]).toBeLessThanOrEqual(cascade[CASCADE_STAGES[k]] + 1e-9);
    });
  });

  it("has no step where a loss is switched off", () => {
    const options = {
      ...DEFAULT_MODEL,
      incidenceLoss: false,
      horizonAndObstacles: false,
      cellTemperature: false,
      lowLight: false,
      ageing: false,
      mismatch: false,
      wiringDc: false,
      conversion: false,
      startThreshold: false,
      acRating: false,
      heatDerating: false,
      wiringAc: false,
      nightUse: false,
    };
    const bare = lossCascade(site, expectedOutput(site, weather, options), weather, options);
    for (const stage of CASCADE_STAGES) expect(bare[stage]).toBeCloseTo(bare.sun, 6);
  });

  it("counts only the intervals that it is told to, and holds for micro-inverters", () => {
    const none = lossCascade(site, expected, weather, DEFAULT_MODEL, new Map([["inv1", new Uint8Array(GRID.count)]]));
    expect(none.sun).toBe(0);
    const micro = exampleSite((it) => Object.assign(it.inverters[0], { kind: "micro", acRatedW: 350, startW: 2 }));
    const output = expectedOutput(micro, weather);
    const steps = lossCascade(micro, output, weather);
    expect(steps.rating).toBeCloseTo(kwh(output.inverters.get("inv1")?.acW as Float64Array), 6);
    expect(steps.start).toBeGreaterThanOrEqual(steps.rating);
    expect(steps.start).toBeLessThanOrEqual(steps.inverter);
  });

  it("raises the light from the ground while snow lies", () => {
    const snowy = { ...weather, snowCm: weather.airTempC.map(() => 30) };
    const bare = { ...weather, snowCm: weather.airTempC.map(() => 0) };
    expect(lossCascade(site, expectedOutput(site, snowy), snowy).sun).toBeGreaterThan(
      lossCascade(site, expectedOutput(site, bare), bare).sun,
    );
  });

  it("has a band of some percent, wider from lux, narrower from a sensor in the plane", () => {
    const ghi = expectedBand(weather).pct;
    const lux = expectedBand({ ...weather, ghiWm2: null, illuminanceLux: weather.airTempC }).pct;
    const poa = expectedBand({ ...weather, poaWm2: new Map([["south", weather.airTempC]]) }).pct;
    expect(ghi).toBeGreaterThan(5);
    expect(ghi).toBeLessThan(10);
    expect(lux).toBeGreaterThan(2 * ghi);
    expect(poa).toBeLessThan(ghi);
  });
});
