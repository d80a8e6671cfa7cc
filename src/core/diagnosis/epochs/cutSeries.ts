import type { Series } from "../../series/grid";

/**
 * The part of a series whose intervals begin within a stretch of time; null where none does. Channels without a value in it are left out: what an as-built
 * of that time doesn't have wasn't silent then.
 * @param fromMs first instant @param untilMs the one after the last; both may be infinite
 */
export function cutSeries({ grid, channels }: Series, fromMs: number, untilMs: number): Series | null {
  const at = (ms: number) => Math.min(grid.count, Math.max(0, Math.ceil((ms - grid.startMs) / grid.stepMs)));
  const [first, end] = [at(fromMs), at(untilMs)];
  if (end <= first) return null;
  const cut = [...channels]
    .map(([name, values]) => [name, values.subarray(first, end)] as const)
    .filter(([, values]) => values.some((value) => !Number.isNaN(value)));
  return { grid: { ...grid, startMs: grid.startMs + first * grid.stepMs, count: end - first }, channels: new Map(cut) };
}
