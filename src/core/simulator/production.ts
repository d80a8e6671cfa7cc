import { WATT_MS_PER_KWH } from "../constants";
import { expectedOutput, inverterOutput } from "../expected/expectedOutput";
import { DEFAULT_MODEL } from "../expected/options";
import type { Series } from "../series/grid";
import { moduleTypeOf, stringsOf } from "../site/lookups";
import type { SiteFile } from "../site/siteSchema";
import { weatherFromSeries } from "../weather/weather";
import { active, type InjectedFault } from "./faults";
import { RandomStream } from "./random";
import { simulateCover } from "./snowOnModules";

export interface SimulationOptions {
  seed: number;
  faults: readonly InjectedFault[];
  /** Share by which the real array is better or worse than its papers, like 0.98. */
  trueRatio?: number;
  /** Write `<string>.dc_a` and `<string>.dc_v` too. */
  stringCurrents?: boolean;
  /** Let snow cover the modules as the weather has it; true where absent. */
  snow?: boolean;
}

/** A simulated production, and what each injected fault took, kWh, in the order given. */
export interface Simulation {
  production: Series;
  lossKwh: number[];
}

/** Spread from interval to interval and from string to string of a real array. */
const NOISE = { interval: 0.012, string: 0.006 } as const;

/**
 * What an array with faults would have given in some weather. It isn't the model that diagnoses: the sky
 * is transposed by Hay and Davies instead of Perez, strings differ, and measurements scatter.
 */
export function simulateProduction(site: SiteFile, weatherSeries: Series, options: SimulationOptions): Simulation {
  const weather = weatherFromSeries(weatherSeries);
  // One stream each, so that the same array comes out whether snow is simulated or not.
  const random = new RandomStream(options.seed);
  const snowRandom = new RandomStream(options.seed + 0x5eed);
  const { grid } = weather;
  const ideal = expectedOutput(site, weather, { ...DEFAULT_MODEL, transposition: "hay-davies" });
  const covers = new Map(
    site.planes.map((plane) => {
      const poa = ideal.planes.get(plane.id)?.poaWm2 as Float64Array;
      return [plane.id, options.snow === false ? new Float64Array(grid.count) : simulateCover(plane, weather, poa, snowRandom)];
    }),
  );
  const whole = new Map<string, Float64Array>();
  for (const pvString of site.strings) {
    const spread = (options.trueRatio ?? 1) * (1 + NOISE.string * random.normal());
    const cover = covers.get(pvString.plane) as Float64Array;
    const dc = (ideal.stringDcW.get(pvString.id) as Float64Array).map((watts, i) => {
      // A series string gives little until the last module is nearly clear.
      const clear = cover[i] > 0.9 ? 0 : (1 - cover[i]) ** 1.5;
      return watts * spread * clear;
    });
    whole.set(pvString.id, dc);
  }
  const noise = Float64Array.from({ length: grid.count }, () => 1 + NOISE.interval * random.normal());
  const channels = new Map<string, Float64Array>();
  const run = (faults: readonly InjectedFault[]) => new Map(site.inverters.map((inverter) => [inverter.id, acWith(inverter.id, faults)]));
  const measured = run(options.faults);
  for (const [id, ac] of measured) channels.set(`${id}.ac_w`, ac);
  if (options.stringCurrents) addStringChannels();
  for (const fault of options.faults) {
    if (fault.kind !== "data-gap") continue;
    for (const [name, values] of channels) {
      const owner = name.split(".")[0];
      const mine = owner === fault.inverter || stringsOf(site, fault.inverter).some((pvString) => pvString.id === owner);
      if (mine) eachActive(fault, (i) => (values[i] = Number.NaN));
    }
  }
  const lossKwh = options.faults.map((fault) => energyKwh(run(options.faults.filter((other) => other !== fault))) - energyKwh(measured));
  return { production: { grid, channels }, lossKwh };

  function eachActive(fault: InjectedFault, act: (i: number) => void): void {
    for (let i = 0; i < grid.count; i++) if (active(fault, grid.startMs + i * grid.stepMs)) act(i);
  }

  function acWith(inverterId: string, faults: readonly InjectedFault[]): Float64Array {
    const inverter = site.inverters.find((entry) => entry.id === inverterId) as SiteFile["inverters"][number];
    const dc = new Map(whole);
    for (const fault of faults) {
      if (fault.kind !== "string-open" || !dc.has(fault.string)) continue;
      const cut = (dc.get(fault.string) as Float64Array).slice();
      eachActive(fault, (i) => (cut[i] = 0));
      dc.set(fault.string, cut);
    }
    const ac = inverterOutput(inverter, stringsOf(site, inverterId), dc, grid).acW.map((watts, i) =>
      Math.min(watts * noise[i], inverter.acRatedW * 1.002),
    );
    for (const fault of faults)
      if (fault.kind === "inverter-outage" && fault.inverter === inverterId) eachActive(fault, (i) => (ac[i] = 0));
    return ac;
  }

  function addStringChannels(): void {
    for (const pvString of site.strings) {
      const type = moduleTypeOf(site, pvString);
      const cells = ideal.planes.get(pvString.plane)?.cellTempC as Float64Array;
      const dead = options.faults.filter((fault) => fault.kind === "string-open" && fault.string === pvString.id);
      const down = options.faults.filter((fault) => fault.kind === "inverter-outage" && fault.inverter === pvString.inverter);
      const dc = whole.get(pvString.id) as Float64Array;
      const amps = new Float64Array(grid.count);
      const volts = new Float64Array(grid.count);
      for (let i = 0; i < grid.count; i++) {
        const at = grid.startMs + i * grid.stepMs;
        if (!(dc[i] > 0)) continue;
        const stopped = down.some((fault) => active(fault, at));
        const atPoint = pvString.modules * (stopped ? type.vocV : type.vmpV) * (1 + (type.betaVocPctPerC / 100) * (cells[i] - 25));
        // Behind an open isolator the inverter's side still shows the voltage of the strings in parallel.
        volts[i] = atPoint;
        amps[i] = stopped || dead.some((fault) => active(fault, at)) ? 0.01 : (dc[i] / atPoint) * noise[i];
      }
      channels.set(`${pvString.id}.dc_a`, amps);
      channels.set(`${pvString.id}.dc_v`, volts);
    }
  }

  function energyKwh(output: Map<string, Float64Array>): number {
    let sum = 0;
    for (const ac of output.values()) for (const watts of ac) sum += watts;
    return (sum * grid.stepMs) / WATT_MS_PER_KWH;
  }
}
