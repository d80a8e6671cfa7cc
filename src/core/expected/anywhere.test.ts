import { describe, expect, it } from "vitest";
import type { Obstacle } from "../plane/skyline";
import { RandomStream } from "../random";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import { weatherFromSeries } from "../weather/weather";
import { CASCADE_STAGES, lossCascade } from "./cascade";
import { expectedOutput } from "./expectedOutput";

const DAY_MS = 86_400_000;

/** A site and three days of weather drawn at random: any latitude, tilt, interval and kind of inverter, with holes in the weather. */
function somewhere(seed: number) {
  const random = new RandomStream(seed);
  const pick = <T>(list: readonly T[]) => list[Math.floor(random.uniform(0, list.length))];
  const kind = pick(["string", "micro", "optimizer"] as const);
  const site = exampleSite((it) => {
    Object.assign(it.location, {
      lat: random.uniform(-80, 80),
      lon: random.uniform(-180, 180),
      elevationM: random.uniform(-100, 5600),
    });
    const [first] = it.planes;
    const obstacle: Obstacle = {
      id: "o",
      kind: "tree",
      bearingDeg: random.uniform(0, 360),
      distanceM: random.uniform(0.5, 30),
      heightM: random.uniform(-1, 12),
      widthM: random.uniform(0.1, 10),
      growthMPerYear: 0.3,
      surveyed: "2024-01-01",
    };
    Object.assign(first, {
      tiltDeg: random.uniform(0, 90),
      azimuthDeg: random.uniform(0, 360),
      obstacles: random.chance(0.6) ? [obstacle] : [],
    });
    it.planes.push({ ...first, id: "other", azimuthDeg: random.uniform(0, 360), obstacles: [] });
    Object.assign(it.inverters[0], {
      kind,
      acRatedW: kind === "micro" ? 350 : 6000,
      startW: kind === "micro" ? 2 : 40,
      mppts: random.chance(0.5) ? [{ id: "A", minV: 100, maxV: 600 }] : [],
      restartDelayS: 60,
      derateStartC: 30,
    });
    const mppt = it.inverters[0].mppts.length > 0 ? "A" : undefined;
    it.strings = ["s1", "s2", "s3"].map((id) => ({
      ...it.strings[0],
      ...{ id, mppt, plane: pick(["south", "other"]), modules: 4 + Math.floor(random.uniform(0, 12)) },
    }));
    const [mixed, cabled] = it.strings;
    if (random.chance(0.4)) {
      mixed.segments = [
        { plane: "south", modules: 2 },
        { plane: "other", modules: mixed.modules - 2 },
      ];
    }
    if (random.chance(0.4)) cabled.cable = { lengthM: 30, csaMm2: 4, material: "copper" };
  });
  const stepMs = pick([5, 10, 15, 30, 60]) * 60_000;
  const startMs = Date.parse("2025-01-01T00:00:00Z") + Math.floor(random.uniform(0, 360)) * DAY_MS;
  const climate = { meanTempC: random.uniform(-45, 30), seasonSwingC: 10, linkeTurbidity: random.uniform(2, 6) };
  const series = makeWeather({ startMs, stepMs, count: (3 * DAY_MS) / stepMs }, site.location, seed, climate);
  if (random.chance(0.4)) series.channels.get("ghi")?.fill(Number.NaN, 10, 30);
  if (random.chance(0.4)) series.channels.get("t_air")?.fill(Number.NaN, 20, 25);
  return { site, weather: weatherFromSeries(series) };
}

describe("anywhere, in any weather, with any inverter", () => {
  it.each(Array.from({ length: 30 }, (_, k) => k + 1))("gives sane figures and keeps the energy (site %i)", (seed) => {
    const { site, weather } = somewhere(seed);
    const output = expectedOutput(site, weather);
    const { acW, dcW } = output.inverters.get("inv1") as NonNullable<ReturnType<typeof output.inverters.get>>;
    acW.forEach((ac, i) => {
      const blind = output.sun.litShare[i] > 0 && Number.isNaN((weather.ghiWm2 as Float64Array)[i] + weather.airTempC[i]);
      expect(Number.isNaN(ac)).toBe(blind);
      if (blind) return;
      expect(ac).toBeGreaterThanOrEqual(0);
      expect(ac).toBeLessThanOrEqual(dcW[i] + 1e-9);
    });
    for (const { aloneW, togetherW, dcW: stringW } of output.strings.values()) {
      aloneW.forEach((alone, i) => {
        if (Number.isNaN(alone)) return;
        expect(togetherW[i]).toBeLessThanOrEqual(alone + 1e-9);
        expect(stringW[i]).toBeLessThanOrEqual(togetherW[i] + 1e-9);
      });
    }
    const cascade = lossCascade(site, output, weather);
    for (const stage of CASCADE_STAGES) expect(Number.isFinite(cascade[stage])).toBe(true);
    expect(cascade.night).toBeLessThanOrEqual(cascade.rating + 1e-9);
    expect(cascade.rating).toBeLessThanOrEqual(cascade["wiring-dc"] + 1e-9);
  });
});
