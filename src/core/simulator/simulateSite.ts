import type { CauseId } from "../causes/causes";
import { WATT_MS_PER_KWH } from "../constants";
import { writeInstant } from "../formats/instant";
import { RandomStream } from "../random";
import { round } from "../round";
import type { Series } from "../series/grid";
import type { SiteFile } from "../site/siteSchema";
import { weatherFromSeries } from "../weather/weather";
import { type AcSide, acSide, type Lifted } from "./acSide";
import { type DcSide, dcSide } from "./dcSide";
import type { FaultsFile } from "./faultsFile";
import { acts, type PlacedFault, placeFaults } from "./placedFaults";
import { reportedChannels } from "./reported";

/** What a fault really did. */
export interface FaultTruth {
  cause: CauseId;
  scope: string;
  from: string;
  to: string | null;
  /** Energy against the array without it, kWh: AC energy; of a scale error the apparent difference, of other data faults none. */
  lossKwh: number;
}

export interface SimulatedSite {
  production: Series;
  truth: FaultTruth[];
  /** True AC energy of all inverters, and of the array without any fault, kWh. */
  trueKwh: number;
  healthyKwh: number;
}

/** How real arrays differ from their papers and meters from the truth, one standard deviation each. */
const SPREAD = {
  /** Strings of one make among each other. */
  string: 0.006,
  /** What is measured inside an inverter, and what a meter counts. */
  dcSensor: 0.01,
  acSensor: 0.005,
} as const;

/**
 * What an array with faults would have given and reported in some weather. The same seed gives the same series; faults don't
 * move the chances of each other, so that what one cost is the difference that it makes.
 * @param weatherSeries what the weather file says
 * @param file faults that were read against this site
 * @param trueRatio how much better or worse than its papers the array really is, like 0.98
 */
export function simulateSite(site: SiteFile, weatherSeries: Series, file: FaultsFile, seed: number, trueRatio = 1): SimulatedSite {
  const weather = weatherFromSeries(weatherSeries);
  const { grid } = weather;
  const healthyDc = dcSide(site, weather, []);
  const faults = placeFaults(site, weather, file, healthyDc.poaWm2, seed);
  const random = new RandomStream(seed);
  const strings = new Map(site.strings.map(({ id }) => [id, trueRatio * (1 + SPREAD.string * random.normal())]));
  const noise = new Map(
    site.inverters.map(({ id }) => [id, Float64Array.from({ length: grid.count }, () => 1 + (file.noisePct / 100) * random.normal())]),
  );
  const sensors = { dc: () => 1 + SPREAD.dcSensor * random.normal(), ac: () => 1 + SPREAD.acSensor * random.normal() };

  const run = (acting: readonly PlacedFault[], lifted: readonly Lifted[] = []): { dc: DcSide; ac: AcSide } => {
    const builds = acting.some(({ effect }) => effect.site || effect.condition || effect.light);
    const side = builds ? dcSide(site, weather, acting) : healthyDc;
    const shares = acting.filter(({ effect }) => effect.stringShare);
    const watts = new Map(
      [...side.watts].map(([id, values]) => {
        const own = strings.get(id) as number;
        return [
          id,
          values.map((dcW, i) =>
            shares.reduce((now, fault) => (acts(fault, i) ? now * (fault.effect.stringShare?.(id, i) ?? 1) : now), dcW * own),
          ),
        ];
      }),
    );
    return { dc: { ...side, watts }, ac: acSide(site, weather, watts, acting, noise, lifted) };
  };

  const real = run(faults);
  const trueKwh = energyKwh(real.ac, grid.stepMs);
  const production = reportedChannels(site, grid, real.dc, real.ac, faults, sensors);
  const truth = faults.map((fault) => {
    const { entry, from, to } = fault;
    const lossKwh = fault.effect.scale
      ? production.apparentKwh(fault)
      : isData(fault)
        ? 0
        : energyKwh(without(fault), grid.stepMs) - trueKwh;
    return {
      cause: fault.cause,
      scope: entry.scope,
      from: writeInstant(grid.startMs + from * grid.stepMs),
      to: entry.to === null ? null : writeInstant(grid.startMs + to * grid.stepMs),
      lossKwh: round(lossKwh, 3),
    };
  });
  return { production: { grid, channels: production.channels }, truth, trueKwh, healthyKwh: energyKwh(run([]).ac, grid.stepMs) };

  function without(fault: PlacedFault): AcSide {
    const { design } = fault.effect;
    const others = faults.filter((other) => other !== fault);
    return run(others, design ? [{ limit: design, inverters: fault.place.inverters, from: fault.from, to: fault.to }] : []).ac;
  }
}

/** Whether a fault is one of the files alone: the array gives what it would have given. */
function isData({ effect }: PlacedFault): boolean {
  return effect.light !== undefined || effect.missing !== undefined || effect.stampsLateMs !== undefined;
}

function energyKwh({ acW }: AcSide, stepMs: number): number {
  let sum = 0;
  for (const values of acW.values()) for (const watts of values) if (!Number.isNaN(watts)) sum += watts;
  return (sum * stepMs) / WATT_MS_PER_KWH;
}
