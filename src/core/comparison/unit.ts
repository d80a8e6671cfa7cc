import { HOUR_MS } from "../constants";
import { InverterCurve } from "../electrical/inverter";
import { type ExpectedOutput, inverterOutput } from "../expected/expectedOutput";
import type { Grid, Series } from "../series/grid";
import { stringNameplateW, stringsOf } from "../site/lookups";
import type { Inverter, PvString, SiteFile } from "../site/siteSchema";

/**
 * The narrowest thing whose power was measured, with what it should have given: an inverter, or the
 * whole site where there is only a meter. Arrays have one entry an interval.
 */
export interface Unit {
  /** Inverter id, or `site`. */
  scope: string;
  inverters: Inverter[];
  strings: PvString[];
  acRatedW: number;
  /** Least DC power that all its converters start with, W. */
  startW: number;
  nameplateW: number;
  /** Expected AC power with start threshold and rating, W. */
  expectedW: Float64Array;
  /** Expected AC power without design limits, W. */
  unlimitedW: Float64Array;
  /** Measured AC power, W; NaN where missing. */
  measuredW: Float64Array;
  /** The column it comes from, for people. */
  measuredBy: string;
  /** Current and voltage of strings that are measured one by one, A and V, by string. */
  stringAmps: Map<string, Float64Array>;
  stringVolts: Map<string, Float64Array>;
  /** Expected AC power (limited) with some of the strings cut off, W. */
  withoutStrings(cut: ReadonlySet<string>): Float64Array;
}

/**
 * Pairs each inverter with its measurement: AC power, else DC power or string currents and voltages
 * through the efficiency curve, else the energies of its modules. Where no inverter has any, a meter
 * stands for the whole site.
 * @returns the units, and the inverters for which there is no measurement
 */
export function buildUnits(site: SiteFile, expected: ExpectedOutput, production: Series): { units: Unit[]; unmeasured: string[] } {
  const units: Unit[] = [];
  const unmeasured: string[] = [];
  for (const inverter of site.inverters) {
    const strings = stringsOf(site, inverter.id);
    const measured = measuredPower(inverter, strings, production);
    if (measured) units.push(makeUnit(site, inverter.id, [inverter], strings, expected, production, measured));
    else unmeasured.push(inverter.id);
  }
  if (units.length > 0) return { units, unmeasured };
  const meter = [...production.channels.keys()].find((name) => name.startsWith("meter."));
  if (!meter) return { units, unmeasured };
  const kept = 1 - site.losses.wiringAcPct / 100;
  const power = counterPower(production.channels.get(meter) as Float64Array, production.grid).map((watts) => watts / kept);
  return { units: [makeUnit(site, "site", site.inverters, site.strings, expected, production, { power, by: meter })], unmeasured: [] };
}

interface Measured {
  power: Float64Array;
  by: string;
}

function measuredPower(inverter: Inverter, strings: readonly PvString[], production: Series): Measured | null {
  const { channels, grid } = production;
  const ac = channels.get(`${inverter.id}.ac_w`);
  if (ac) return { power: ac, by: `${inverter.id}.ac_w` };
  const curve = new InverterCurve(inverter.acRatedW, inverter.efficiency);
  const convert = (dcW: number) =>
    Number.isNaN(dcW) ? Number.NaN : dcW < inverter.startW ? 0 : Math.min(curve.acW(dcW), inverter.acRatedW);
  const dc = channels.get(`${inverter.id}.dc_w`);
  if (dc && inverter.kind !== "micro") return { power: dc.map(convert), by: `${inverter.id}.dc_w` };
  const pairs = strings.map((pvString) => [channels.get(`${pvString.id}.dc_a`), channels.get(`${pvString.id}.dc_v`)] as const);
  if (inverter.kind !== "micro" && pairs.every(([amps, volts]) => amps && volts)) {
    const sum = Float64Array.from({ length: grid.count }, (_, i) =>
      pairs.reduce((total, [amps, volts]) => total + (amps?.[i] ?? Number.NaN) * (volts?.[i] ?? Number.NaN), 0),
    );
    return { power: sum.map(convert), by: strings.map((pvString) => `${pvString.id}.dc_a × ${pvString.id}.dc_v`).join(" + ") };
  }
  const modules = strings.flatMap((pvString) =>
    [...channels].filter(([name]) => name.startsWith(`${pvString.id}.`) && name.endsWith(".wh")),
  );
  if (modules.length > 0 && modules.length === strings.reduce((sum, pvString) => sum + pvString.modules, 0)) {
    const sum = Float64Array.from(
      { length: grid.count },
      (_, i) => modules.reduce((total, [, wh]) => total + wh[i], 0) * (HOUR_MS / grid.stepMs),
    );
    return { power: sum, by: `the sum of ${modules.length} module energies` };
  }
  return null;
}

/** Mean power of each interval from a counter's readings at interval starts, W. A counter that falls gives a missing value. */
export function counterPower(kwh: Float64Array, grid: Grid): Float64Array {
  return kwh.map((reading, i) => {
    const delta = kwh[i + 1] - reading;
    return delta >= 0 ? delta * 1000 * (HOUR_MS / grid.stepMs) : Number.NaN;
  });
}

function makeUnit(
  site: SiteFile,
  scope: string,
  inverters: Inverter[],
  strings: PvString[],
  expected: ExpectedOutput,
  production: Series,
  measured: Measured,
): Unit {
  const { grid } = expected;
  const total = (key: "acW" | "acUnlimitedW") =>
    sumArrays(
      inverters.map((inverter) => expected.inverters.get(inverter.id)?.[key] ?? new Float64Array(grid.count)),
      grid,
    );
  const perString = (suffix: string) =>
    new Map(
      strings.flatMap((pvString) => {
        const values = production.channels.get(`${pvString.id}.${suffix}`);
        return values ? [[pvString.id, values] as const] : [];
      }),
    );
  return {
    scope,
    inverters,
    strings,
    acRatedW: inverters.reduce((sum, inverter) => sum + inverter.acRatedW * unitsOf(inverter, site), 0),
    startW: inverters.reduce((sum, inverter) => sum + inverter.startW * unitsOf(inverter, site), 0),
    nameplateW: strings.reduce((sum, pvString) => sum + stringNameplateW(site, pvString), 0),
    expectedW: total("acW"),
    unlimitedW: total("acUnlimitedW"),
    measuredW: measured.power,
    measuredBy: measured.by,
    stringAmps: perString("dc_a"),
    stringVolts: perString("dc_v"),
    withoutStrings: (cut) =>
      sumArrays(
        inverters.map(
          (inverter) =>
            inverterOutput(
              inverter,
              stringsOf(site, inverter.id).filter((pvString) => !cut.has(pvString.id)),
              expected.stringDcW,
              grid,
            ).acW,
        ),
        grid,
      ),
  };
}

function unitsOf(inverter: Inverter, site: SiteFile): number {
  return inverter.kind === "micro" ? stringsOf(site, inverter.id).reduce((sum, pvString) => sum + pvString.modules, 0) : 1;
}

function sumArrays(arrays: readonly Float64Array[], grid: Grid): Float64Array {
  if (arrays.length === 1) return arrays[0];
  const out = new Float64Array(grid.count);
  for (const array of arrays) for (let i = 0; i < grid.count; i++) out[i] += array[i];
  return out;
}
