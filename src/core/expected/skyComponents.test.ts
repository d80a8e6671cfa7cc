import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import { litSun } from "../sun/litInterval";
import { type Weather, weatherFromSeries } from "../weather/weather";
import { DEFAULT_MODEL, type DecompositionModel } from "./options";
import { skyComponents } from "./skyComponents";

const site = exampleSite();
const weatherOf = (minutes: number, from = "2025-05-01") => {
  const stepMs = minutes * 60_000;
  const grid = { startMs: Date.parse(`${from}T00:00:00Z`), stepMs, count: (6 * 86_400_000) / stepMs };
  return weatherFromSeries(makeWeather(grid, site.location, 5));
};
const skyOf = (weather: Weather, decomposition: DecompositionModel = "auto", where = site) =>
  skyComponents(where, weather, litSun(weather.grid, where.location), { ...DEFAULT_MODEL, decomposition }, null);
const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0);

describe("a lone global irradiance", () => {
  const quarter = weatherOf(15);

  it("is split by the mean of both models in short intervals", () => {
    const [auto, erbs, engerer] = (["auto", "erbs", "engerer"] as const).map((model) => skyOf(quarter, model));
    expect(sum(auto.dhiWm2) / ((sum(erbs.dhiWm2) + sum(engerer.dhiWm2)) / 2)).toBeCloseTo(1, 2);
    expect(sum(engerer.dhiWm2)).not.toBeCloseTo(sum(erbs.dhiWm2), 0);
  });

  it("is split by Erbs alone in hours, unless Engerer is asked for", () => {
    const hourly = weatherOf(60);
    expect(skyOf(hourly).dhiWm2).toEqual(skyOf(hourly, "erbs").dhiWm2);
    expect(skyOf(hourly, "engerer").dhiWm2).not.toEqual(skyOf(hourly, "erbs").dhiWm2);
  });

  it.each(["auto", "erbs", "engerer"] as const)("closes again, with nothing negative and no beam beyond the sun's (%s)", (model) => {
    const sun = litSun(quarter.grid, site.location);
    const sky = skyOf(quarter, model);
    sky.ghiWm2.forEach((ghi, i) => {
      if (sun.litShare[i] <= 0) return;
      expect(sky.dniWm2[i] * Math.max(sun.up[i], 0) + sky.dhiWm2[i]).toBeCloseTo(ghi, 6);
      expect(sky.dniWm2[i]).toBeGreaterThanOrEqual(0);
      expect(sky.dhiWm2[i]).toBeGreaterThanOrEqual(0);
      expect(sky.dniWm2[i]).toBeLessThan(sky.extraterrestrialWm2[i]);
    });
  });

  it("doesn't care on which side of the date line the place is", () => {
    const at = (lon: number) => exampleSite((it) => Object.assign(it.location, { lon }));
    const weather = weatherFromSeries(makeWeather(quarter.grid, at(179.999).location, 5));
    const [west, east] = [-179.999, 179.999].map((lon) => skyOf(weather, "engerer", at(lon)));
    expect(sum(west.dhiWm2) / sum(east.dhiWm2)).toBeCloseTo(1, 3);
    expect(sum(east.dhiWm2) / sum(east.ghiWm2)).toBeGreaterThan(0.15);
    expect(sum(east.dhiWm2) / sum(east.ghiWm2)).toBeLessThan(0.9);
  });
});

describe("measured components", () => {
  const weather = weatherOf(15);
  const [dhi, dni] = [skyOf(weather).dhiWm2, skyOf(weather).dniWm2];
  const lit = litSun(weather.grid, site.location).litShare;
  const mean = (values: Float64Array) => values.map((value, i) => value * lit[i]);

  it("are taken over any split, whichever two there are", () => {
    for (const model of ["erbs", "engerer"] as const) {
      expect(sum(skyOf({ ...weather, dhiWm2: mean(dhi) }, model).dniWm2) / sum(dni)).toBeCloseTo(1, 3);
      expect(sum(skyOf({ ...weather, dniWm2: mean(dni) }, model).dhiWm2) / sum(dhi)).toBeCloseTo(1, 3);
    }
    const both = skyOf({ ...weather, ghiWm2: null, dniWm2: mean(dni), dhiWm2: mean(dhi) });
    expect(sum(both.ghiWm2) / sum(skyOf(weather).ghiWm2)).toBeCloseTo(1, 3);
  });

  it("are split only where the second one is missing", () => {
    const holes = mean(dhi).fill(Number.NaN, 40, 60);
    const filled = skyOf({ ...weather, dhiWm2: holes });
    expect([...filled.dhiWm2.subarray(40, 60)].some(Number.isNaN)).toBe(false);
    expect(filled.dhiWm2[70]).toBeCloseTo(dhi[70], 6);
  });
});

it("makes the clear sky hazier by the site's own turbidity: less of a given light is then taken as scattered by clouds", () => {
  const weather = weatherOf(15);
  const hazy = exampleSite((it) => void (it.location.linkeTurbidity = 7));
  const clean = exampleSite((it) => void (it.location.linkeTurbidity = 2));
  expect(sum(skyOf(weather, "engerer", hazy).dhiWm2)).not.toBeCloseTo(sum(skyOf(weather, "engerer", clean).dhiWm2), 0);
});
