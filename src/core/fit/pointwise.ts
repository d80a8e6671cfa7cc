import type { Axis } from "./axis";

/**
 * A value for every point of an axis. While a search lends the axis its scratch, the array is good until the search's next step.
 * @param value by the point's number
 */
export function pointwise(on: Axis, value: (p: number) => number): Float64Array {
  const out = on.scratch ? on.scratch.take() : new Float64Array(on.count);
  for (let p = 0; p < on.count; p++) out[p] = value(p);
  return out;
}
