import type { Grid } from "./grid";

/** How values that fall into one interval are put together. */
export type GatherBy = "mean" | "sum" | "first";

/**
 * Values by the interval into which each falls.
 * @param slots interval of each value; those outside the axis are left out
 * @returns one entry an interval, NaN where none fell
 */
export function gather(values: Float64Array, slots: Int32Array, grid: Grid, by: GatherBy): Float64Array {
  const out = new Float64Array(grid.count).fill(Number.NaN);
  const counts = by === "mean" ? new Uint16Array(grid.count) : null;
  for (let i = 0; i < values.length; i++) {
    const [value, slot] = [values[i], slots[i]];
    if (Number.isNaN(value) || slot < 0 || slot >= grid.count) continue;
    const there = out[slot];
    if (Number.isNaN(there)) out[slot] = value;
    else if (by !== "first") out[slot] = there + value;
    if (counts) counts[slot]++;
  }
  if (counts) for (let slot = 0; slot < grid.count; slot++) if (counts[slot] > 1) out[slot] /= counts[slot];
  return out;
}
