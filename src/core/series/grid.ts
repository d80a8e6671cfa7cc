/** A regular time axis: interval i runs from startMs + i·stepMs, for stepMs. */
export interface Grid {
  startMs: number;
  stepMs: number;
  count: number;
}

/** Values on a regular axis by channel name; NaN where a value is missing. Each array has `grid.count` entries. */
export interface Series {
  grid: Grid;
  channels: Map<string, Float64Array>;
}

export function gridEndMs(grid: Grid): number {
  return grid.startMs + grid.count * grid.stepMs;
}

/** True where both axes name the same instants. */
export function sameGrid(a: Grid, b: Grid): boolean {
  return a.startMs === b.startMs && a.stepMs === b.stepMs && a.count === b.count;
}
