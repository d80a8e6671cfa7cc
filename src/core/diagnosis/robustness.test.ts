import { describe, expect, it } from "vitest";
import { CAUSES } from "../causes/causes";
import { expectedOutput, inverterOutput } from "../expected/expectedOutput";
import { DEFAULT_MODEL } from "../expected/options";
import { RandomStream } from "../random";
import type { Series } from "../series/grid";
import { exampleSite } from "../simulator/exampleSite";
import { makeWeather } from "../simulator/weatherMaker";
import { stringsOf } from "../site/lookups";
import type { SiteFile } from "../site/siteSchema";
import { weatherFromSeries } from "../weather/weather";
import { diagnose } from "./diagnose";

const DAY_MS = 86_400_000;
const NAMES = { production: "p", weather: "w" };

/** An array that differs from the model in everything a real one may: sky, heat, low light, bias and noise. */
interface Case {
  site: SiteFile;
  weather: Series;
  deadFromMs: number;
  full: Float64Array;
  cut: Float64Array;
  amps: Map<string, Float64Array>;
}

function otherArray(seed: number, start: { north: string; south: string }, days: number): Case {
  const random = new RandomStream(seed);
  const lat = [46.8, 52, 40, -33, 60][seed % 5];
  const count = [2, 3, 2, 4][seed % 4];
  const stepMs = [900, 3600, 300][seed % 3] * 1000;
  const site = exampleSite((it) => {
    Object.assign(it.location, { lat, lon: random.uniform(-20, 30) });
    Object.assign(it.planes[0], { azimuthDeg: lat < 0 ? 0 : 180, tiltDeg: random.uniform(10, 50) });
    it.strings = Array.from({ length: count }, (_, k) => ({ ...it.strings[0], id: `s${k + 1}` }));
    it.inverters[0].acRatedW = count * 4050 * random.uniform(0.75, 1.1);
  });
  const startMs = Date.parse(`${lat < 0 ? start.south : start.north}T00:00:00Z`);
  const climate = { meanTempC: 14, seasonSwingC: 10, linkeTurbidity: 3.5 };
  const weather = makeWeather({ startMs, stepMs, count: (days * DAY_MS) / stepMs }, site.location, seed, climate);
  if (seed % 2) for (const name of ["wind", "rain_mm", "snow_cm"]) weather.channels.delete(name);
  const truth = weatherFromSeries(weather);
  const expected = expectedOutput(
    site,
    { ...truth, airTempC: truth.airTempC.map((tempC) => tempC + random.uniform(-1, 3)) },
    { ...DEFAULT_MODEL, transposition: (["isotropic", "hay-davies"] as const)[seed % 2], incidenceLoss: random.chance(0.7) },
  );
  const bias = 1 + 0.03 * random.normal();
  const light = expected.planes.get("south")?.poaWm2 as Float64Array;
  const dc = new Map(
    site.strings.map(({ id }) => [
      id,
      (expected.stringDcW.get(id) as Float64Array).map(
        (w, i) => w * bias * (1 + 0.01 * random.normal()) * (1 - 0.06 * Math.exp(-light[i] / 150)),
      ),
    ]),
  );
  const deadFromMs = startMs + 25 * DAY_MS + random.uniform(0, 10 * DAY_MS);
  const dead = (dc.get("s1") as Float64Array).map((w, i) => (startMs + i * stepMs >= deadFromMs ? 0 : w));
  const noise = Float64Array.from({ length: weather.grid.count }, () => 1 + 0.02 * random.normal());
  const ac = (strings: Map<string, Float64Array>) =>
    inverterOutput(site.inverters[0], stringsOf(site, "inv1"), strings, weather.grid).acW.map((w, i) =>
      Math.min(site.inverters[0].acRatedW, w * noise[i]),
    );
  const amps = new Map([...dc].map(([id, w]) => [`${id}.dc_a`, (id === "s1" ? dead : w).map((watts) => watts / 312)]));
  return { site, weather, deadFromMs, full: ac(dc), cut: ac(new Map([...dc, ["s1", dead]])), amps };
}

const run = ({ site, weather }: Case, ac: Float64Array, amps?: Map<string, Float64Array>) =>
  diagnose(site, weather, { grid: weather.grid, channels: new Map([["inv1.ac_w", ac], ...(amps ?? [])]) }, NAMES).diagnosis;

const seeds = Array.from({ length: 15 }, (_, k) => k + 1);

describe("an array unlike the model", () => {
  it.each(seeds)("is healthy in a dark month (array %i)", (seed) => {
    const dark = otherArray(seed, { north: "2025-12-01", south: "2025-06-01" }, 30);
    // In the south an array may clip in June too.
    expect(run(dark, dark.full).causes.filter(({ cause }) => CAUSES[cause].kind !== "design")).toEqual([]);
  });

  it.each(seeds)("is healthy over a quarter, and shows its dead string with and without currents (array %i)", (seed) => {
    const spring = otherArray(seed, { north: "2025-03-01", south: "2025-09-01" }, 90);
    expect(run(spring, spring.full).healthy).toBe(true);
    const perKwh = spring.weather.grid.stepMs / 3_600_000_000;
    const truth = spring.full.reduce((sum, w, i) => sum + (w - spring.cut[i]) * perKwh, 0);
    for (const [scope, amps] of [
      ["inv1", undefined],
      ["s1", spring.amps],
    ] as const) {
      const { causes } = run(spring, spring.cut, amps);
      expect(causes).toHaveLength(1);
      expect(causes[0]).toMatchObject({ cause: "string-open", scope, to: null });
      expect(Math.abs(Date.parse(causes[0].from) - spring.deadFromMs)).toBeLessThan(DAY_MS);
      expect(Math.abs(causes[0].lossKwh / truth - 1)).toBeLessThan(0.05);
    }
  });
});
