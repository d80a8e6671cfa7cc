import { InverterCurve } from "../electrical/inverter";
import type { Grid } from "../series/grid";
import { stringsOf } from "../site/lookups";
import type { Inverter, PvString, SiteFile } from "../site/siteSchema";
import { type LitSun, litSun } from "../sun/litInterval";
import type { Weather } from "../weather/weather";
import { arrayOutput } from "./arrayOutput";
import { DEFAULT_MODEL, type ModelOptions } from "./options";
import { type PlaneOutput, planeOutput } from "./planeOutput";
import { type SkySeries, skyComponents } from "./skyComponents";
import type { StringCondition } from "./stringLight";
import type { StringOutput } from "./stringWork";

/** Power of an inverter, W, interval by interval. */
export interface InverterOutput {
  dcW: Float64Array;
  /** AC power without start threshold and AC rating. */
  acUnlimitedW: Float64Array;
  /** AC power at the terminals, with both. */
  acW: Float64Array;
}

/** What a healthy array would give in given weather. All arrays have one entry an interval. */
export interface ExpectedOutput {
  grid: Grid;
  sun: LitSun;
  sky: SkySeries;
  planes: Map<string, PlaneOutput>;
  strings: Map<string, StringOutput>;
  /** DC power of each string after mismatch, wiring and ageing, W. */
  stringDcW: Map<string, Float64Array>;
  inverters: Map<string, InverterOutput>;
}

/**
 * The healthy array: from weather to AC power.
 * NaN in the weather (by day) gives NaN in everything that hangs on it.
 * @param conditions what is not as it should be, by string; absent, the array is healthy
 * @param voltages whether the strings' working voltages are told too
 * Sources: see each step; the chain is that of docs/models.md.
 */
export function expectedOutput(
  site: SiteFile,
  weather: Weather,
  options: ModelOptions = DEFAULT_MODEL,
  conditions?: ReadonlyMap<string, StringCondition>,
  voltages = false,
): ExpectedOutput {
  const { grid } = weather;
  const sun = litSun(grid, site.location);
  const sensorPlane = site.planes.find((plane) => weather.poaWm2.has(plane.id));
  const sensor = sensorPlane ? { ...sensorPlane, poaWm2: weather.poaWm2.get(sensorPlane.id) as Float64Array } : null;
  const sky = skyComponents(site, weather, sun, options, sensor);
  const planes = new Map(site.planes.map((plane) => [plane.id, planeOutput(plane, site.albedo, weather, sun, sky, options)]));
  const strings = arrayOutput(site, { grid, sun, airTempC: weather.airTempC, planes, options, conditions, voltages });
  const stringDcW = new Map([...strings].map(([id, output]) => [id, output.dcW]));
  const inverters = new Map(
    site.inverters.map((inverter) => [inverter.id, inverterOutput(inverter, stringsOf(site, inverter.id), stringDcW, grid, options)]),
  );
  return { grid, sun, sky, planes, strings, stringDcW, inverters };
}

/**
 * Output of one inverter from its strings' DC power. A micro-inverter is one a module: each branch is
 * taken as modules alike, each with its own converter.
 * @param strings those that feed it; leave one out to see the inverter without it
 */
export function inverterOutput(
  inverter: Inverter,
  strings: readonly PvString[],
  stringDcW: Map<string, Float64Array>,
  grid: Grid,
  options: ModelOptions = DEFAULT_MODEL,
): InverterOutput {
  const curve = new InverterCurve(inverter.acRatedW, inverter.efficiency);
  const out: InverterOutput = {
    dcW: new Float64Array(grid.count),
    acUnlimitedW: new Float64Array(grid.count),
    acW: new Float64Array(grid.count),
  };
  // After a stop it waits, so the first interval that it starts in is cut short.
  const firstShare = 1 - Math.min(1, ((inverter.restartDelayS ?? 0) * 1000) / grid.stepMs);
  const startW = options.startThreshold ? inverter.startW : 0;
  const ratedW = options.acRating ? inverter.acRatedW : Number.POSITIVE_INFINITY;
  const convert = (i: number, dcW: number, units: number) => {
    const unlimited = options.conversion ? units * curve.acW(dcW / units) : dcW;
    out.dcW[i] += dcW;
    out.acUnlimitedW[i] += unlimited;
    if (dcW / units < startW) return;
    const ac = Math.min(unlimited, units * ratedW);
    const waited = i === 0 || out.acW[i - 1] === 0;
    out.acW[i] += waited ? ac * firstShare : ac;
  };
  if (inverter.kind === "micro") {
    for (const pvString of strings) {
      const dc = stringDcW.get(pvString.id) as Float64Array;
      for (let i = 0; i < grid.count; i++) if (dc[i] !== 0) convert(i, dc[i], pvString.modules);
    }
    return out;
  }
  const arrays = strings.map((pvString) => stringDcW.get(pvString.id) as Float64Array);
  for (let i = 0; i < grid.count; i++) {
    let dc = 0;
    for (const array of arrays) dc += array[i];
    if (dc !== 0) convert(i, dc, 1);
  }
  return out;
}
