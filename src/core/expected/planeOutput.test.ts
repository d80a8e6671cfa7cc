import { describe, expect, it } from "vitest";
import { cellOverModuleC, faimanModuleTempC } from "../plane/cellTemperature";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import type { SiteFile } from "../site/siteSchema";
import { litSun } from "../sun/litInterval";
import { type Weather, weatherFromSeries } from "../weather/weather";
import { DEFAULT_MODEL } from "./options";
import { planeOutput } from "./planeOutput";
import { skyComponents } from "./skyComponents";

const GRID = { startMs: Date.parse("2025-06-01T00:00:00Z"), stepMs: 900_000, count: 96 * 3 };
const home = exampleSite();
const weather = weatherFromSeries(makeWeather(GRID, home.location, 9));
const outputOf = (site: SiteFile = home, used: Weather = weather, options = DEFAULT_MODEL) => {
  const sun = litSun(used.grid, site.location);
  return planeOutput(site.planes[0], site.albedo, used, sun, skyComponents(site, weather, sun, options, null), options);
};
const NOON = 96 + 46;
const plain = outputOf();

describe("a sensor in the plane", () => {
  const reading = plain.poaWm2.map((wm2) => wm2 * 0.8);
  const sensed = outputOf(home, { ...weather, poaWm2: new Map([["south", reading]]) });

  it("is believed, and the light after the glass follows it", () => {
    expect(sensed.poaWm2).toEqual(reading);
    expect(sensed.effectiveWm2[NOON] / plain.effectiveWm2[NOON]).toBeCloseTo(0.8, 9);
    expect(sensed.openWm2[NOON]).toBe(reading[NOON]);
  });

  it("gives way to the model where it is silent, and reads no light below nought", () => {
    const broken = reading.slice();
    broken[NOON] = Number.NaN;
    broken[NOON + 1] = -3;
    const output = outputOf(home, { ...weather, poaWm2: new Map([["south", broken]]) });
    expect(output.poaWm2[NOON]).toBe(plain.poaWm2[NOON]);
    expect(output.poaWm2[NOON + 1]).toBe(0);
  });

  it("scales the light that single modules get, but not by what it reads where the model has it in shade", () => {
    const shaded = exampleSite(
      (it) => void (it.planes[0].obstacles = [{ id: "w", kind: "building", bearingDeg: 180, distanceM: 3, heightM: 12, widthM: 30 }]),
    );
    const model = outputOf(shaded);
    expect(model.parts).not.toBeNull();
    const bright = outputOf(shaded, { ...weather, poaWm2: new Map([["south", model.poaWm2.map((wm2) => wm2 * 5)]]) });
    expect((bright.parts?.groundWm2[NOON] as number) / (model.parts?.groundWm2[NOON] as number)).toBeCloseTo(1.5, 9);
    const dim = outputOf(shaded, { ...weather, poaWm2: new Map([["south", model.poaWm2.map((wm2) => wm2 * 0.5)]]) });
    expect((dim.parts?.skyWm2[NOON] as number) / (model.parts?.skyWm2[NOON] as number)).toBeCloseTo(0.5, 9);
  });
});

describe("cell temperature", () => {
  it("is that of Faiman's module and a little more, by the plane's mounting and the wind, or the wind assumed where none is measured", () => {
    const at = (i: number, windMs: number) =>
      cellOverModuleC(faimanModuleTempC(plain.poaWm2[i], weather.airTempC[i], windMs, "roof-flush"), plain.poaWm2[i], "roof-flush");
    expect(plain.cellTempC[NOON]).toBeCloseTo(at(NOON, (weather.windMs as Float64Array)[NOON]), 9);
    const still = outputOf(home, { ...weather, windMs: null });
    expect(still.cellTempC[NOON]).toBeCloseTo(at(NOON, 1), 9);
    const gusty = outputOf(home, { ...weather, windMs: null }, { ...DEFAULT_MODEL, assumedWindMs: 6 });
    expect(gusty.cellTempC[NOON]).toBeLessThan(still.cellTempC[NOON]);
    const holed = (weather.windMs as Float64Array).slice().fill(Number.NaN);
    expect(outputOf(home, { ...weather, windMs: holed }).cellTempC[NOON]).toBeCloseTo(at(NOON, 1), 9);
  });

  it("stands on the measured one of the module where there is one, and is the air's at night", () => {
    const measured = weather.airTempC.map(() => 51.5);
    measured[NOON] = Number.NaN;
    const output = outputOf(home, { ...weather, moduleTempC: new Map([["south", measured]]) });
    expect(output.cellTempC[NOON - 1]).toBeCloseTo(51.5 + plain.poaWm2[NOON - 1] / 1000, 9);
    expect(output.cellTempC[NOON]).toBe(plain.cellTempC[NOON]);
    expect(plain.cellTempC[2]).toBe(weather.airTempC[2]);
  });
});

describe("what stands round the plane", () => {
  const tree = (growthMPerYear: number) =>
    exampleSite(
      (it) =>
        void (it.planes[0].obstacles = [
          { id: "t", kind: "tree", bearingDeg: 200, distanceM: 8, heightM: 5, widthM: 5, growthMPerYear, surveyed: "2015-06-01" },
        ]),
    );
  const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0);

  it("takes more light once a tree has grown for ten years", () => {
    expect(sum(outputOf(tree(0.8)).poaWm2)).toBeLessThan(sum(outputOf(tree(0)).poaWm2));
    expect(sum(outputOf(tree(0)).poaWm2)).toBeLessThan(sum(plain.poaWm2));
  });

  it("leaves the open light as it was, and no parts where modules aren't looked at", () => {
    expect(outputOf(tree(0.8)).openWm2).toEqual(plain.openWm2);
    expect(plain.parts).toBeNull();
    expect(outputOf(tree(0.8), weather, { ...DEFAULT_MODEL, shadeByModule: false }).parts).toBeNull();
    expect(outputOf(tree(0.8), weather, { ...DEFAULT_MODEL, horizonAndObstacles: false }).poaWm2).toEqual(plain.openWm2);
  });
});
