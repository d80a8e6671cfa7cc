import type { CauseId } from "../causes/causes";
import { engineOf } from "../causes/engines";
import { RefusedError } from "../errors/errors";
import { readInstant } from "../formats/instant";
import { placeOf, type ScopePlace } from "../plane/scopePlace";
import { RandomStream } from "../random";
import type { Grid } from "../series/grid";
import type { FaultEffect } from "../signatures/faultKind";
import type { SiteFile } from "../site/siteSchema";
import type { Weather } from "../weather/weather";
import type { FaultEntry, FaultsFile } from "./faultsFile";

/** A fault at its place in an array, with the intervals in which it acts. */
export interface PlacedFault {
  cause: CauseId;
  place: ScopePlace;
  entry: FaultEntry;
  /** First interval, and first after it. */
  from: number;
  to: number;
  effect: FaultEffect;
}

/**
 * The faults of a file at their places.
 * @param poaWm2 light on each plane of the healthy array
 * @throws RefusedError where the site lacks what a fault names (a file that was read has it)
 */
export function placeFaults(
  site: SiteFile,
  weather: Weather,
  { faults }: FaultsFile,
  poaWm2: ReadonlyMap<string, Float64Array>,
  seed: number,
): PlacedFault[] {
  return faults.map((entry, k) => {
    const kind = engineOf(entry.cause).fault;
    const place = placeOf(site, entry.scope);
    if (!place) throw new RefusedError(`the site has no ${entry.scope}`, `faults.${k}.scope`);
    const from = entry.from === null ? 0 : indexOf(weather.grid, entry.from);
    const to = entry.to === null ? weather.grid.count : indexOf(weather.grid, entry.to);
    const parameters = kind.parameters.parse(entry);
    const random = new RandomStream(seed + 7919 * (k + 1));
    const effect = kind.effect({ place, parameters, site, weather, poaWm2, from, to, always: entry.from === null, random });
    return { cause: entry.cause, place, entry, from, to, effect };
  });
}

/** The first interval that begins at an instant or after it. */
function indexOf({ startMs, stepMs, count }: Grid, instant: string): number {
  return Math.min(count, Math.max(0, Math.ceil(((readInstant(instant) as number) - startMs) / stepMs)));
}

/** Whether a fault acts in an interval. */
export function acts({ from, to }: PlacedFault, i: number): boolean {
  return i >= from && i < to;
}
