import { describe, expect, it } from "vitest";
import type { Obstacle } from "../plane/skyline";
import { RandomStream } from "../random";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import type { SiteFile } from "../site/siteSchema";
import { weatherFromSeries } from "../weather/weather";
import { inputsOf } from "./arrayOutput";
import { expectedOutput } from "./expectedOutput";
import { DEFAULT_MODEL } from "./options";
import type { StringCondition } from "./stringLight";

const GRID = { startMs: Date.parse("2025-03-10T00:00:00Z"), stepMs: 900_000, count: 96 * 4 };
const HOME = exampleSite();
const weather = weatherFromSeries(makeWeather(GRID, HOME.location, 3));
const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0) / 4000;
const outputOf = (site: SiteFile, options = DEFAULT_MODEL, conditions?: Map<string, StringCondition>) =>
  expectedOutput(site, weather, options, conditions);
const dcKwh = (site: SiteFile, options = DEFAULT_MODEL, conditions?: Map<string, StringCondition>) =>
  sum(outputOf(site, options, conditions).inverters.get("inv1")?.dcW as Float64Array);
const chimney: Obstacle = { id: "c", kind: "chimney", bearingDeg: 190, distanceM: 2.5, heightM: 1.6, widthM: 0.7 };
const shaded = (kind: "string" | "micro" | "optimizer" = "string") =>
  exampleSite((site) => {
    Object.assign(site.planes[0], { obstacles: [chimney], rows: 2 });
    Object.assign(site.inverters[0], { kind, ...(kind === "micro" ? { acRatedW: 400, startW: 2 } : {}) });
  });
const healthy = dcKwh(HOME);

describe("who shares an input", () => {
  it("is told by the trackers, and by likeness where none is named", () => {
    const ids = (site: SiteFile) => inputsOf(site, site.inverters[0]).map(({ strings }) => strings.map(({ id }) => id));
    expect(ids(HOME)).toEqual([["s1", "s2"]]);
    expect(ids(exampleSite((site) => void (site.strings[1].modules = 8)))).toEqual([["s1"], ["s2"]]);
    const trackers = exampleSite((site) => {
      site.inverters[0].mppts = [{ id: "A" }, { id: "B" }];
      Object.assign(site.strings[0], { mppt: "A" });
      Object.assign(site.strings[1], { mppt: "B" });
    });
    expect(ids(trackers)).toEqual([["s1"], ["s2"]]);
  });
});

describe("a chimney before the array", () => {
  it("costs more than the light it takes, and converters on the modules get most of the difference back", () => {
    const strings = outputOf(shaded()).strings;
    const alone = sum(strings.get("s1")?.aloneW as Float64Array) + sum(strings.get("s2")?.aloneW as Float64Array);
    const together = sum(strings.get("s1")?.togetherW as Float64Array) + sum(strings.get("s2")?.togetherW as Float64Array);
    expect(together).toBeLessThan(0.99 * alone);
    const [series, modules, micro] = [dcKwh(shaded()), dcKwh(shaded("optimizer")), dcKwh(shaded("micro"))];
    expect(series).toBeLessThan(modules);
    expect(modules).toBeLessThan(healthy);
    expect(micro).toBeCloseTo(modules, 6);
  });

  it("is seen from the middle of the plane alone where modules aren't looked at", () => {
    const middle = { ...DEFAULT_MODEL, shadeByModule: false };
    const output = outputOf(shaded(), middle);
    expect(output.planes.get("south")?.parts).toBeNull();
    expect(output.strings.get("s1")?.aloneW).toEqual(output.strings.get("s1")?.togetherW);
  });

  it.each(["string", "optimizer"] as const)("has no weak light in it where that is switched off (%s)", (kind) => {
    const share = (lowLight: boolean) => {
      const strings = [...outputOf(shaded(kind), { ...DEFAULT_MODEL, lowLight }).strings.values()];
      const total = (key: "aloneW" | "togetherW") => strings.reduce((all, output) => all + sum(output[key]), 0);
      return total("togetherW") / total("aloneW");
    };
    expect(share(true)).toBeLessThan(1);
    expect(Math.abs(share(false) - share(true))).toBeLessThan(0.003);
  });

  it("never lets a string give more than its modules alone, nor more shade more power (20 random obstacles)", () => {
    const random = new RandomStream(9);
    for (let k = 0; k < 20; k++) {
      const obstacle: Obstacle = {
        id: "o",
        kind: random.chance(0.5) ? "tree" : "building",
        bearingDeg: random.uniform(90, 270),
        distanceM: random.uniform(2, 25),
        heightM: random.uniform(0.5, 8),
        widthM: random.uniform(0.3, 6),
      };
      const kwh = (...obstacles: Obstacle[]) => {
        const site = exampleSite((it) => Object.assign(it.planes[0], { obstacles, rows: 2 }));
        const output = expectedOutput(site, { ...weather, grid: GRID });
        for (const { aloneW, togetherW } of output.strings.values())
          aloneW.forEach((watts, i) => {
            expect(togetherW[i]).toBeLessThanOrEqual(watts + 1e-9);
          });
        return sum(output.inverters.get("inv1")?.dcW as Float64Array);
      };
      const one = kwh(obstacle);
      expect(one).toBeLessThanOrEqual(healthy * 1.002);
      expect(kwh({ ...obstacle, heightM: obstacle.heightM * 1.5 })).toBeLessThanOrEqual(one * 1.002);
      expect(kwh(obstacle, { ...chimney, id: "p" })).toBeLessThanOrEqual(one * 1.002);
    }
  });
});

describe("what is wrong in a string", () => {
  const only = (condition: StringCondition) => new Map([["s1", condition]]);

  it("loses a thirtieth of its string to a diode failed short, while its neighbour in parallel feels it a little", () => {
    const single = exampleSite((site) => void (site.strings = [site.strings[0]]));
    const bridged = dcKwh(single, DEFAULT_MODEL, only({ shortedParts: new Map([[4, 1]]) }));
    expect(bridged / dcKwh(single)).toBeCloseTo(29 / 30, 2);
    const pair = dcKwh(HOME, DEFAULT_MODEL, only({ shortedParts: new Map([[4, 1]]) }));
    expect(pair).toBeLessThan(healthy);
    expect(pair).toBeGreaterThan((healthy * 58) / 60);
  });

  it("drags a series string down by one covered module, where modules alone lose only themselves", () => {
    const covered = only({ lightShare: (place) => (place <= 2 ? 0.3 : 1) });
    const series = dcKwh(HOME, DEFAULT_MODEL, covered) / healthy;
    const modules =
      dcKwh(
        exampleSite((site) => void (site.inverters[0].kind = "optimizer")),
        DEFAULT_MODEL,
        covered,
      ) / healthy;
    expect(modules).toBeCloseTo(1 - (2 * 0.7) / 20, 1);
    expect(series).toBeLessThan(modules - 0.01);
    expect(series).toBeGreaterThan(0.75);
  });

  it("wastes most at the highest current in a poor joint", () => {
    const good = outputOf(HOME).strings.get("s1")?.dcW as Float64Array;
    const poor = outputOf(HOME, DEFAULT_MODEL, only({ jointOhm: 2 })).strings.get("s1")?.dcW as Float64Array;
    const peak = good.indexOf(Math.max(...good));
    const weak = good.findIndex((watts) => watts > 200 && watts < 500);
    expect(poor[peak] / good[peak]).toBeLessThan(poor[weak] / good[weak] - 0.02);
  });
});

it("loses I²R in a cable that is given, instead of the constant share", () => {
  const cabled = (csaMm2: number) =>
    exampleSite((site) => {
      for (const pvString of site.strings) pvString.cable = { lengthM: 40, csaMm2, material: "copper" };
    });
  const none = { ...DEFAULT_MODEL, wiringDc: false };
  const free = outputOf(cabled(4), none).strings.get("s1")?.dcW as Float64Array;
  const kept = outputOf(cabled(4)).strings.get("s1")?.dcW as Float64Array;
  const peak = free.indexOf(Math.max(...free));
  const amps = free[peak] / (10 * 31.2);
  const ohm = ((2 * 40 * 0.017241) / 4) * (1 + 0.00393 * 25);
  expect((free[peak] - kept[peak]) / (amps * amps * ohm)).toBeCloseTo(1, 0);
  expect(dcKwh(cabled(2.5))).toBeLessThan(dcKwh(cabled(10)));
});

it("keeps the tracker inside its window, and gives nothing under it", () => {
  const windowed = (minV: number, maxV: number) =>
    exampleSite((site) => {
      site.inverters[0].mppts = [{ id: "A", minV, maxV }];
      for (const pvString of site.strings) pvString.mppt = "A";
    });
  expect(dcKwh(windowed(150, 850))).toBeCloseTo(healthy, 3);
  const high = dcKwh(windowed(335, 850));
  expect(high).toBeLessThan(0.97 * healthy);
  expect(high).toBeGreaterThan(0.3 * healthy);
  expect(dcKwh(windowed(600, 850))).toBe(0);
});

it("mixes the planes of a string that runs over two, and loses to them", () => {
  const twoPlanes = (mixed: boolean) =>
    exampleSite((site) => {
      site.planes.push({ ...site.planes[0], id: "east", azimuthDeg: 90 });
      const half = [
        { plane: "south", modules: 5 },
        { plane: "east", modules: 5 },
      ];
      site.strings = mixed
        ? site.strings.map((pvString) => ({ ...pvString, segments: half }))
        : site.strings.map((pvString, k) => ({ ...pvString, plane: k ? "east" : "south" }));
    });
  expect(dcKwh(twoPlanes(true))).toBeLessThan(0.98 * dcKwh(twoPlanes(false)));
  expect(dcKwh(twoPlanes(true))).toBeGreaterThan(0.6 * dcKwh(twoPlanes(false)));
});
