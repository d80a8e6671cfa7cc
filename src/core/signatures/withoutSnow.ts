import type { SnowChance } from "../losses/snowCover";
import type { Run } from "../series/intervalRuns";

/**
 * The part of a stop that snow can't explain: all of it, or what is left when the snow is surely gone.
 * @param lastOutput the last interval with output before the stop
 */
export function withoutSnow(run: Run, lastOutput: number, snow: SnowChance): Run[] {
  if (!snow.fresh.subarray(lastOutput, run.from + 1).includes(1)) return [run];
  for (let i = run.from; i < run.to; i++) if (!snow.possible[i]) return [{ ...run, from: i }];
  return [];
}
