import { fullBattery } from "../../causes/curtailment/curtailment";
import { ENGINES } from "../../causes/engines";
import { type Comparison, compare, type SourceNames } from "../../comparison/compare";
import type { ModelOptions } from "../../expected/options";
import type { Series } from "../../series/grid";
import type { Signature, UnitState } from "../../signatures/signature";
import type { SiteFile } from "../../site/siteSchema";
import { rightFiles } from "../rightFiles";
import { statesOf } from "../states";
import type { Frozen } from "./frozen";
import { mendLight } from "./mendLight";

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
 * @param lasting causes that stood to the end of the data
 * @returns null where nothing is new, or units are others than those that were fitted
 * @throws FormatError where the files can't be compared
 */
export function windowOf(
  { windowMs, untilMs, startMs, units, light }: Frozen,
  lasting: ReadonlySet<string>,
  site: SiteFile,
  weather: Series,
  production: Series,
  names: SourceNames,
  options?: ModelOptions,
): Window | null {
  const raw = compare(site, since(weather, windowMs), since(production, windowMs), names, options);
  const righted = rightFiles(raw);
  const first = Math.round((untilMs - raw.grid.startMs) / raw.grid.stepMs);
  if (first < 0 || first >= raw.grid.count || righted.comparison.units.map(({ scope }) => scope).join() !== units.join()) return null;
  const comparison = mendLight(righted.comparison, light, startMs);
  const states = statesOf(comparison);
  // Hours whose light was told as not the roof's aren't the roof's on new days either: they are marked by whoever told them.
  const mended = new Set<string>(light.map(({ cause }) => cause));
  for (const { cause, inLight } of ENGINES) if (inLight && lasting.has(cause) && !mended.has(cause)) inLight(comparison, states);
  return { comparison, raw, files: righted.signatures, states, first, full: fullBattery(comparison, states) };
}

function since({ grid, channels }: Series, fromMs: number): Series {
  const skip = Math.min(grid.count, Math.max(0, Math.ceil((fromMs - grid.startMs) / grid.stepMs)));
  return {
    grid: { ...grid, startMs: grid.startMs + skip * grid.stepMs, count: grid.count - skip },
    channels: new Map([...channels].map(([name, values]) => [name, values.subarray(skip)])),
  };
}
