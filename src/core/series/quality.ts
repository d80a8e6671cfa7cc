import { HOUR_MS } from "../constants";
import { runsWhere } from "./intervalRuns";

/** How long a value that should move may stand still before it counts as stuck. */
const STUCK_MS = 3 * HOUR_MS;
const STUCK_INTERVALS = 6;

/**
 * Counts stretches of hours in which a value that should move stands exactly still, over nothing and under the ceiling.
 * @returns how many values stand in such stretches, and the first of them
 */
export function standingStill(values: Float64Array, ceiling: number, stepMs: number): { count: number; first: number } {
  const least = Math.max(STUCK_INTERVALS, Math.ceil(STUCK_MS / stepMs));
  const runs = runsWhere(values.length, (i) => i > 0 && values[i] === values[i - 1] && values[i] > 0 && values[i] < ceiling).filter(
    (run) => run.to - run.from + 1 >= least,
  );
  return { count: runs.reduce((sum, run) => sum + run.to - run.from + 1, 0), first: runs.length > 0 ? runs[0].from - 1 : -1 };
}

/**
 * Marks values that stay exactly the same for hours while they should change.
 * @param values measured, NaN where missing
 * @param reference what they should have followed, same length
 * @param ceiling values from here up may rightly stand still (a rating), in the unit of the values
 * @returns 1 where stuck
 */
export function stuckIntervals(values: Float64Array, reference: Float64Array, ceiling: number, stepMs: number): Uint8Array {
  const marks = new Uint8Array(values.length);
  const least = Math.max(STUCK_INTERVALS, Math.ceil(STUCK_MS / stepMs));
  const runs = runsWhere(values.length, (i) => i > 0 && values[i] === values[i - 1] && values[i] > 0 && values[i] < ceiling);
  for (const run of runs) {
    const from = run.from - 1;
    if (run.to - from < least) continue;
    let low = Number.POSITIVE_INFINITY;
    let high = 0;
    for (let i = from; i < run.to; i++) {
      if (Number.isNaN(reference[i])) continue;
      low = Math.min(low, reference[i]);
      high = Math.max(high, reference[i]);
    }
    if (high - low > 0.2 * high && high > 0) marks.fill(1, from, run.to);
  }
  return marks;
}
