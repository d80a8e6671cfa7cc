import { InverterCurve } from "../electrical/inverter";
import { linearModulePowerW } from "../electrical/modulePower";
import type { Inverter, ModuleType, PvString, SiteFile } from "../formats/siteFile";
import type { Grid } from "../series/grid";
import { type LitSun, litSun } from "../sun/litInterval";
import { DEFAULT_MODEL, type ModelOptions } from "./options";
import { type PlaneOutput, planeOutput } from "./planeOutput";
import { type SkySeries, skyComponents } from "./skyComponents";
import type { Weather } from "./weather";

const YEAR_MS = 31_556_952_000;

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
  /** DC power of each string after mismatch, wiring and ageing, W. */
  stringDcW: Map<string, Float64Array>;
  inverters: Map<string, InverterOutput>;
}

/**
 * The healthy array: from weather to AC power.
 * NaN in the weather (by day) gives NaN in everything that hangs on it.
 * Sources: see each step; the chain is that of docs/models.md.
 */
export function expectedOutput(site: SiteFile, weather: Weather, options: ModelOptions = DEFAULT_MODEL): ExpectedOutput {
  const { grid } = weather;
  const sun = litSun(grid, site.location);
  const sensorPlane = site.planes.find((plane) => weather.poaWm2.has(plane.id));
  const sensor = sensorPlane ? { ...sensorPlane, poaWm2: weather.poaWm2.get(sensorPlane.id) as Float64Array } : null;
  const sky = skyComponents(weather, sun, site.albedo, options.transposition, sensor);
  const planes = new Map(site.planes.map((plane) => [plane.id, planeOutput(plane, site.albedo, weather, sun, sky, options)]));
  const modules = new Map<string, Float64Array>();
  const stringDcW = new Map(
    site.strings.map((pvString) => {
      const key = `${pvString.plane}/${pvString.moduleType}`;
      const one =
        modules.get(key) ?? moduleOutput(site, moduleTypeOf(site, pvString), planes.get(pvString.plane) as PlaneOutput, grid, options);
      modules.set(key, one);
      return [pvString.id, one.map((watts) => watts * pvString.modules)];
    }),
  );
  const inverters = new Map(
    site.inverters.map((inverter) => [inverter.id, inverterOutput(inverter, stringsOf(site, inverter.id), stringDcW, grid)]),
  );
  return { grid, sun, sky, planes, stringDcW, inverters };
}

/** Strings on an inverter, in the site file's order. */
export function stringsOf(site: SiteFile, inverterId: string): PvString[] {
  return site.strings.filter((pvString) => pvString.inverter === inverterId);
}

/** Nameplate power of a string, W. */
export function stringNameplateW(site: SiteFile, pvString: PvString): number {
  return pvString.modules * moduleTypeOf(site, pvString).pmaxW;
}

export function moduleTypeOf(site: SiteFile, pvString: PvString): SiteFile["moduleTypes"][number] {
  const type = site.moduleTypes.find((entry) => entry.id === pvString.moduleType);
  if (!type) throw new RangeError(`string ${pvString.id}: no module type ${pvString.moduleType}`);
  return type;
}

/** DC power of one healthy module of a plane, W, after mismatch, wiring and ageing. */
function moduleOutput(site: SiteFile, type: ModuleType, plane: PlaneOutput, grid: Grid, options: ModelOptions): Float64Array {
  const { losses } = site;
  const kept = (options.mismatch ? 1 - losses.mismatchPct / 100 : 1) * (options.wiringDc ? 1 - losses.wiringDcPct / 100 : 1);
  const commissionedMs = options.ageing && site.commissioned ? Date.parse(site.commissioned) : Number.POSITIVE_INFINITY;
  const perMs = losses.degradationPctPerYear / 100 / YEAR_MS;
  const out = new Float64Array(grid.count);
  for (let i = 0; i < grid.count; i++) {
    const effective = plane.effectiveWm2[i];
    if (effective === 0) continue;
    const inServiceMs = grid.startMs + i * grid.stepMs - commissionedMs;
    const age = inServiceMs > 0 ? Math.max(0, 1 - perMs * inServiceMs) : 1;
    const tempC = options.cellTemperature ? plane.cellTempC[i] : 25;
    out[i] = kept * age * linearModulePowerW(type.pmaxW, type.gammaPmaxPctPerC, effective, tempC);
  }
  return out;
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
): InverterOutput {
  const curve = new InverterCurve(inverter.acRatedW, inverter.efficiency);
  const out: InverterOutput = {
    dcW: new Float64Array(grid.count),
    acUnlimitedW: new Float64Array(grid.count),
    acW: new Float64Array(grid.count),
  };
  const convert = (i: number, dcW: number, units: number) => {
    const unlimited = units * curve.acW(dcW / units);
    out.dcW[i] += dcW;
    out.acUnlimitedW[i] += unlimited;
    out.acW[i] += dcW / units < inverter.startW ? 0 : Math.min(unlimited, units * inverter.acRatedW);
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
