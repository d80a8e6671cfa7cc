import { HOUR_MS, WATT_MS_PER_KWH } from "../constants";
import type { Grid } from "../series/grid";
import { moduleTypeOf, stringsOf } from "../site/lookups";
import { moduleScope } from "../site/places";
import type { SiteFile } from "../site/siteSchema";
import type { AcSide } from "./acSide";
import type { DcSide } from "./dcSide";
import { acts, type PlacedFault } from "./placedFaults";

/** What the file says, channel by channel. */
export interface Reported {
  channels: Map<string, Float64Array>;
  /** By how much a scale error makes the energy seem less, kWh. */
  apparentKwh: (fault: PlacedFault) => number;
}

/** A counter doesn't begin at nothing. */
const COUNTER_KWH = 1000;
const METER = "meter.main.kwh";

/** Factors of what measures, drawn once a channel. */
export interface Sensors {
  dc: () => number;
  ac: () => number;
}

/**
 * The channels of a production file: AC and DC power and case temperature of each inverter, current and voltage of each string,
 * energies of modules with converters of their own, a meter, a battery's charge; with scales, gaps and clocks as the faults have them.
 */
export function reportedChannels(
  site: SiteFile,
  grid: Grid,
  dc: DcSide,
  ac: AcSide,
  faults: readonly PlacedFault[],
  sensors: Sensors,
): Reported {
  const channels = new Map<string, Float64Array>();
  for (const inverter of site.inverters) {
    const { id } = inverter;
    const [acScale, dcScale] = [sensors.ac(), sensors.dc()];
    channels.set(
      `${id}.ac_w`,
      (ac.acW.get(id) as Float64Array).map((watts) => watts * acScale),
    );
    const output = ac.dcW.get(id) as Float64Array;
    if (inverter.kind !== "micro")
      channels.set(
        `${id}.dc_w`,
        output.map((watts) => watts * dcScale),
      );
    channels.set(`${id}.temp_c`, ac.caseC.get(id) as Float64Array);
    const strings = stringsOf(site, id);
    const whole = new Float64Array(grid.count);
    for (const pvString of strings) for (const [i, watts] of (dc.watts.get(pvString.id) as Float64Array).entries()) whole[i] += watts;
    for (const pvString of strings) {
      const own = dc.watts.get(pvString.id) as Float64Array;
      // What the inverter takes of each string: all of it, unless something holds the inverter back.
      const taken = own.map((watts, i) => (watts > 0 ? (watts * output[i]) / whole[i] : 0));
      if (inverter.kind === "string") {
        const scale = sensors.dc();
        const volts = dc.volts.get(pvString.id) as Float64Array;
        channels.set(
          `${pvString.id}.dc_a`,
          taken.map((watts, i) => (volts[i] > 0 ? (watts / volts[i]) * scale : 0)),
        );
        channels.set(`${pvString.id}.dc_v`, volts.slice());
      } else addModules(channels, pvString, Math.max(1, moduleTypeOf(site, pvString).bypassDiodes), taken, grid, faults);
    }
  }
  channels.set(METER, counterOf(ac, grid, sensors.ac()));
  if (ac.chargePct) channels.set("battery.soc_pct", ac.chargePct);

  const scaling = faults.filter(({ effect }) => effect.scale);
  for (const fault of scaling)
    for (const [name, values] of channels) {
      const factor = fault.effect.scale?.(name) ?? 1;
      if (factor === 1) continue;
      channels.set(
        name,
        name.endsWith(".kwh") ? scaledCounter(values, fault, factor) : values.map((value, i) => (acts(fault, i) ? value * factor : value)),
      );
    }
  for (const fault of faults) {
    const { stampsLateMs } = fault.effect;
    if (stampsLateMs) for (const [name, values] of channels) channels.set(name, shifted(values, stampsLateMs / grid.stepMs, fault));
  }
  for (const fault of faults.filter(({ effect }) => effect.missing))
    for (const [name, values] of channels)
      channels.set(
        name,
        values.map((value, i) => (acts(fault, i) && fault.effect.missing?.(name, i) ? Number.NaN : value)),
      );

  const energyKwh = (values: Float64Array, { from, to }: PlacedFault) => {
    let sum = 0;
    for (let i = from; i < to; i++) sum += Number.isNaN(values[i]) ? 0 : values[i];
    return (sum * grid.stepMs) / WATT_MS_PER_KWH;
  };
  return {
    channels,
    apparentKwh: (fault) => {
      let apparent = 0;
      const factor = (name: string) => fault.effect.scale?.(name) ?? 1;
      if (factor(METER) !== 1 && fault.place.kind === "meter") {
        for (const acW of ac.acW.values()) apparent += energyKwh(acW, fault) * (1 - factor(METER));
        return apparent;
      }
      for (const [id, acW] of ac.acW) apparent += energyKwh(acW, fault) * (1 - factor(`${id}.ac_w`));
      return apparent;
    },
  };
}

/** Energies of single modules, Wh: a string's shared by what each of its modules is still able to give. */
function addModules(
  channels: Map<string, Float64Array>,
  pvString: { id: string; modules: number },
  parts: number,
  taken: Float64Array,
  grid: Grid,
  faults: readonly PlacedFault[],
): void {
  const hours = grid.stepMs / HOUR_MS;
  const conditions = faults.flatMap((fault) => {
    const condition = fault.effect.condition?.(pvString.id);
    return condition ? [{ fault, condition }] : [];
  });
  const able = (module: number, i: number) =>
    conditions.reduce((left, { fault, condition: { lightShare, shortedParts } }) => {
      if (!acts(fault, i)) return left;
      return left * (lightShare?.(module, i) ?? 1) * (1 - Math.min(parts, shortedParts?.get(module) ?? 0) / parts);
    }, 1);
  const modules = Array.from({ length: pvString.modules }, (_, k) => k + 1);
  const energies = modules.map(() => new Float64Array(taken.length));
  taken.forEach((watts, i) => {
    const shares = modules.map((module) => able(module, i));
    const all = shares.reduce((sum, share) => sum + share, 0);
    if (all > 0) for (const [k, share] of shares.entries()) energies[k][i] = (watts * hours * share) / all;
  });
  for (const [k, module] of modules.entries()) channels.set(`${moduleScope(pvString.id, module)}.wh`, energies[k]);
}

/** A meter that only grows: its reading at the start of each interval, kWh. */
function counterOf({ acW }: AcSide, grid: Grid, scale: number): Float64Array {
  const out = new Float64Array(grid.count);
  let kwh = COUNTER_KWH;
  for (let i = 0; i < grid.count; i++) {
    out[i] = kwh;
    for (const watts of acW.values()) if (watts[i] > 0) kwh += (watts[i] * scale * grid.stepMs) / WATT_MS_PER_KWH;
  }
  return out;
}

/** A counter that counts wrongly while a fault acts: its steps are scaled, not its reading. */
function scaledCounter(values: Float64Array, fault: PlacedFault, factor: number): Float64Array {
  const out = values.slice();
  for (let i = 1; i < out.length; i++) {
    const step = values[i] - values[i - 1];
    out[i] = out[i - 1] + (acts(fault, i - 1) ? step * factor : step);
  }
  return out;
}

/**
 * Values that carry stamps so many intervals late while a clock is wrong; parts of an interval are shared out. A stamp that no interval carries, where
 * the clock jumps ahead or beyond the ends of the series, isn't known; one that two carry, where it jumps back, is that of the later one.
 */
function shifted(values: Float64Array, byIntervals: number, { from, to }: Pick<PlacedFault, "from" | "to">): Float64Array {
  const whole = Math.floor(byIntervals);
  const part = byIntervals - whole;
  const wrong = (i: number) => i >= from && i < to;
  return values.map((value, i) => {
    const right = !wrong(i);
    const at = i - whole;
    // Of two with one stamp the later in time was written last.
    if (right && (!wrong(at) || i > at)) return value;
    if (!wrong(at)) return Number.NaN;
    const early = values[at - 1] ?? Number.NaN;
    const late = values[at] ?? Number.NaN;
    return part === 0 ? late : part * early + (1 - part) * late;
  });
}
