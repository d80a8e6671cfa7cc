import { fullBattery } from "../../causes/curtailment/curtailment";
import { engineOf } from "../../causes/engines";
import { type Comparison, compare, inLight, type SourceNames } from "../../comparison/compare";
import { DAY_MS } from "../../constants";
import type { ModelOptions } from "../../expected/options";
import { type Axis, buildAxis } from "../../fit/axis";
import type { Layer } from "../../fit/layers";
import type { Series } from "../../series/grid";
import type { Signature, UnitState } from "../../signatures/signature";
import type { SiteFile } from "../../site/siteSchema";
import { lightFactor } from "../attributed";
import { rightFiles } from "../rightFiles";
import { statesOf } from "../states";
import type { Carried, Frozen } from "./frozen";

/** The days that are looked at: new ones, and some before them. */
export interface Window {
  comparison: Comparison;
  /** As the files have it, with wrong stamps and factors. */
  raw: Comparison;
  /** What was told of the files here. */
  files: Signature[];
  states: UnitState[];
  /** First interval that is new. */
  first: number;
  /** 1 where a full battery holds the site back; null where none can. */
  full: Uint8Array | null;
}

/**
 * The data from the look back on, with what was told of files and light put right.
 * @returns null where nothing is new, or units are others than those that were fitted
 * @throws FormatError where the files can't be compared
 */
export function windowOf(
  { windowMs, untilMs, startMs, units, light }: Frozen,
  site: SiteFile,
  weather: Series,
  production: Series,
  names: SourceNames,
  options?: ModelOptions,
): Window | null {
  const raw = compare(site, since(weather, windowMs), since(production, windowMs), names, options);
  const righted = rightFiles(raw);
  let { comparison } = righted;
  const first = Math.round((untilMs - raw.grid.startMs) / raw.grid.stepMs);
  if (first < 0 || first >= raw.grid.count || comparison.units.map(({ scope }) => scope).join() !== units.join()) return null;
  for (const one of light) {
    const every = countedFrom(buildAxis(comparison, statesOf(comparison), 1, 0), startMs);
    comparison = inLight(comparison, lightFactor(every, resumed(one, every).slice(0, 1)));
  }
  const states = statesOf(comparison);
  return { comparison, raw, files: righted.signatures, states, first, full: fullBattery(comparison, states) };
}

/** An axis whose days are counted from the first instant of the data that causes were told from. */
export function countedFrom(axis: Axis, startMs: number): Axis {
  const before = (axis.comparison.grid.startMs - startMs) / DAY_MS;
  return { ...axis, day: axis.day.map((day) => day + before) };
}

/** What a cause that goes on does at the points of an axis, from its begin on and up to an interval. */
export function resumed({ cause, seed, fromMs }: Carried, on: Axis, end = on.comparison.grid.count): Layer[] {
  const { startMs, stepMs } = on.comparison.grid;
  const begin = Math.floor((fromMs - startMs) / stepMs);
  return (engineOf(cause).resume?.(seed, on) ?? []).map((layer) => {
    const nothing = layer.stage === "limit" ? Number.POSITIVE_INFINITY : layer.stage === "cover" ? 0 : 1;
    return { ...layer, values: layer.values.map((value, p) => (on.interval[p] >= begin && on.interval[p] < end ? value : nothing)) };
  });
}

function since({ grid, channels }: Series, fromMs: number): Series {
  const skip = Math.min(grid.count, Math.max(0, Math.ceil((fromMs - grid.startMs) / grid.stepMs)));
  return {
    grid: { ...grid, startMs: grid.startMs + skip * grid.stepMs, count: grid.count - skip },
    channels: new Map([...channels].map(([name, values]) => [name, values.subarray(skip)])),
  };
}
