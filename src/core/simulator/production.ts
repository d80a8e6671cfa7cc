import type { Series } from "../series/grid";
import type { SiteFile } from "../site/siteSchema";
import type { FaultsFile } from "./faultsFile";
import { simulateSite } from "./simulateSite";

/** A fault put into a simulated array. Times are milliseconds since 1970-01-01T00:00Z; `toMs` absent means it lasts. */
export type InjectedFault =
  | { kind: "string-open"; string: string; fromMs: number; toMs?: number }
  | { kind: "inverter-outage"; inverter: string; fromMs: number; toMs?: number }
  | { kind: "data-gap"; inverter: string; fromMs: number; toMs?: number };

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

const NOISE_PCT = 1.2;

/** A plain array in some weather, with the channels that most monitoring has: for tests and the demonstration. */
export function simulateProduction(site: SiteFile, weather: Series, options: SimulationOptions): Simulation {
  const at = (ms: number | undefined) => (ms === undefined ? null : new Date(ms).toISOString());
  const faults: FaultsFile["faults"] = options.faults.map((fault) => ({
    cause: fault.kind,
    scope: fault.kind === "string-open" ? fault.string : fault.inverter,
    from: at(fault.fromMs),
    to: at(fault.toMs),
  }));
  if (options.snow !== false) faults.push({ cause: "snow", scope: "site", from: null, to: null });
  const file: FaultsFile = { format: "irradant-faults/1", noisePct: NOISE_PCT, faults };
  const { production, truth } = simulateSite(site, weather, file, options.seed, options.trueRatio);
  const told = options.stringCurrents ? /\.(ac_w|dc_a|dc_v)$/ : /\.ac_w$/;
  const channels = new Map([...production.channels].filter(([name]) => told.test(name)));
  return { production: { grid: production.grid, channels }, lossKwh: truth.slice(0, options.faults.length).map(({ lossKwh }) => lossKwh) };
}
