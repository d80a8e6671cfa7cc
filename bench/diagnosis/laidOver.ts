import { CAUSES, type CauseId } from "@/core/causes/causes";
import { DAY_MS, MINUTE_MS } from "@/core/constants";
import { RandomStream } from "@/core/random";
import { intervalKwh } from "@/core/series/energy";
import { gridEndMs } from "@/core/series/grid";
import { commonGrid, resample } from "@/core/series/resample";
import { type FaultEntry, readFaultsFile } from "@/core/simulator/faultsFile";
import { simulateSite } from "@/core/simulator/simulateSite";
import { stringsOf } from "@/core/site/lookups";
import type { PvString, SiteFile } from "@/core/site/siteSchema";
import { faultOf, type SuiteCase, widestProvable } from "./suite";

/** What can be laid over a site by what it would have changed there: neither what is built so, nor what needs weather of its own. */
export const LAID_OVER: readonly CauseId[] = [
  "string-open",
  "bypass-conducting",
  "module-converter-failed",
  "inverter-outage",
  "wet-insulation-trip",
  "series-resistance",
  "thermal-derating",
  "degradation",
  "shading",
  "soiling",
  "orientation-mismatch",
  "clock-error",
  "data-gap",
  "sensor-error",
  "scale-error",
];

/** Of what the site gives: less can't be asked for. */
const LEAST_SHARE = 0.008;
/** Under that a simulated value says nothing of how a cause changes a measured one. */
const LEAST_VALUE = 1e-3;

/** Whether a string's voltage is its own: where others hang on its tracker, it has no currents that are told either, or it couldn't be named. */
const isAlone = ({ strings }: SiteFile, { inverter, mppt }: PvString) =>
  strings.filter((other) => other.inverter === inverter && other.mppt === mppt).length === 1;

/** Whether a site can have a cause, and its files could show it. */
function fits({ site, weather, production: { channels, grid } }: SuiteCase, cause: CauseId): boolean {
  const wet = weather.channels.has("rain_mm");
  // A full battery holds back what a cause doesn't take: that isn't a share of what was measured.
  if (site.battery && !site.battery.gridTied) return false;
  const names = [...channels.keys()];
  const kinds = new Set(site.inverters.map(({ kind }) => kind));
  const days = (gridEndMs(grid) - grid.startMs) / DAY_MS;
  if (cause === "bypass-conducting" || cause === "series-resistance")
    return kinds.has("string") && (!names.some((name) => name.endsWith(".dc_a")) || site.strings.every((one) => isAlone(site, one)));
  if (cause === "module-converter-failed") return !kinds.has("string") && names.some((name) => name.endsWith(".wh"));
  if (cause === "orientation-mismatch") return site.planes.length > 1 && kinds.has("string");
  if (cause === "string-open") return kinds.has("string") && site.inverters.every(({ id }) => stringsOf(site, id).length > 1);
  if (cause === "degradation") return days > 500;
  if (cause === "wet-insulation-trip") return wet;
  if (cause === "soiling") return wet && days > 60;
  return true;
}

/**
 * A known site with one more cause laid over it: what was measured, times what this simulator says that the cause leaves. Noise, weather and
 * everything else stay those of the site.
 * @returns null where the site can't have it, or has it already
 */
export function layOver(one: SuiteCase, cause: CauseId, seed: number): SuiteCase | null {
  const { site } = one;
  const grid = commonGrid(one.weather.grid, one.production.grid);
  if (!grid || one.causes.some((known) => known.cause === cause) || !fits(one, cause)) return null;
  const [weather, production] = [resample(one.weather, grid), resample(one.production, grid)];
  const random = new RandomStream(7919 * seed + 31);
  const days = (gridEndMs(grid) - grid.startMs) / DAY_MS;
  const pvString = site.strings[Math.floor(random.uniform(0, site.strings.length))];
  const entry = faultOf(random, site, cause, grid.startMs, days, pvString);
  const simulated = (faults: object[]) =>
    simulateSite(
      site,
      weather,
      readFaultsFile(JSON.stringify({ format: "irradant-faults/1", noisePct: 0, faults }), "laid over", site),
      seed,
    );
  const [without, withIt] = [simulated([]), simulated([entry])];
  const channels = new Map(
    [...production.channels].map(([name, values]) => {
      const [before, after] = [without.production.channels.get(name), withIt.production.channels.get(name)];
      return [name, before && after ? changed(cause, name, values, before, after, entry, grid.stepMs) : values] as const;
    }),
  );
  const lossKwh = CAUSES[cause].kind === "data" ? 0 : energyOf(production.channels, grid.stepMs) - energyOf(channels, grid.stepMs);
  if (CAUSES[cause].kind !== "data" && lossKwh < LEAST_SHARE * energyOf(production.channels, grid.stepMs)) return null;
  const minimumScope = widestProvable(site, entry.scope, channels);
  const { from, to } = withIt.truth[0];
  const truth = { cause, scope: entry.scope, ...(minimumScope ? { minimumScope } : {}), from, to, lossKwh, lossScored: lossKwh > 0 };
  return {
    ...{ id: `${one.id}+${cause}`, site, weather, healthy: one.healthy && CAUSES[cause].kind === "design" },
    production: { grid, channels },
    causes: [...one.causes, truth],
  };
}

function changed(
  cause: CauseId,
  name: string,
  values: Float64Array,
  before: Float64Array,
  after: Float64Array,
  { offsetMinutes }: FaultEntry,
  stepMs: number,
): Float64Array {
  if (cause === "clock-error") {
    const late = Math.round((Number(offsetMinutes) * MINUTE_MS) / stepMs);
    return values.map((_, i) => values[i - late] ?? Number.NaN);
  }
  // Counters only tell what has come since.
  if (name.startsWith("meter.")) {
    let [gone, left] = [0, 1];
    return values.map((value, i) => {
      const came = (counter: Float64Array) => Math.max(0, counter[i] - (counter[i - 1] ?? counter[i]));
      if (came(before) > LEAST_VALUE) left = came(after) / came(before);
      gone += (1 - left) * (came(values) || 0);
      return value - gone;
    });
  }
  // Where the simulator gives nothing, in the dusk, the cause leaves what it left last.
  let left = 1;
  return values.map((value, i) => {
    if (before[i] > LEAST_VALUE && !Number.isNaN(after[i])) left = after[i] / before[i];
    return Number.isNaN(after[i]) ? Number.NaN : value * left;
  });
}

/** Energy of all inverters, kWh, where they tell it. */
function energyOf(channels: ReadonlyMap<string, Float64Array>, stepMs: number): number {
  let kwh = 0;
  for (const [name, values] of channels) if (name.endsWith(".ac_w")) for (const watts of values) kwh += intervalKwh(watts || 0, stepMs);
  return kwh;
}
