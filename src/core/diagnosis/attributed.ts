import { type Attribution, attribute } from "../fit/attribute";
import type { Axis } from "../fit/axis";
import type { Layer } from "../fit/layers";
import { settleCaps } from "../fit/settleCaps";

/**
 * What is missing, shared among the causes that stand.
 * @param every all points to be counted
 * @param causes layers of each cause
 * @param ratio of each unit when nothing is wrong, by point
 * @param full 1 where a full battery holds the site back; null where none can
 */
export function attributed(
  every: Axis,
  causes: readonly (readonly Layer[])[],
  ratio: readonly Float64Array[],
  full: Uint8Array | null,
): Attribution {
  const members = settleCaps(every, causes, ratio);
  const light = members.flatMap((layers) => layers.filter(({ stage }) => stage === "light"));
  const acting = members.map((layers) => ({ layers: layers.filter(({ stage }) => stage !== "light") }));
  return attribute(every, acting, light, ratio, { limitW: every.comparison.site.exportLimitW ?? Number.POSITIVE_INFINITY, full });
}

/** True over reported light, by interval, as light layers of one unit say it together. */
export function lightFactor(every: Axis, layers: readonly Layer[]): Float64Array {
  const factor = new Float64Array(every.comparison.grid.count).fill(1);
  for (const { values } of layers) for (let p = 0; p < every.count; p++) factor[every.interval[p]] *= values[p];
  return factor;
}
