import { median } from "simple-statistics";
import { HOUR_MS, MINUTE_MS, SECOND_MS } from "../constants";

/** Intervals that loggers and portals have, minutes. */
const USUAL_MINUTES = [1, 2, 3, 4, 5, 6, 10, 12, 15, 20, 30, 60];
/** Stamps that stray by up to this part of an interval were meant for it: they're written when the answer came. */
const JITTER_SHARE = 0.4;
/** Of the gaps between stamps at least this part is the interval exactly, else the stamps stray; less is enough where it is a usual one. */
const STEADY_SHARE = 0.5;
const LEAST_SHARE = 0.2;
/** So many equal gaps in a row are an interval. */
const OTHER_RUN = 8;
/** Another interval that holds for this part of the time is one of the file's. */
const OTHER_SHARE = 0.03;

/** The interval of a series of stamps. */
export interface SteadyStep {
  stepMs: number;
  /** Where the stamps lie within it, ms. */
  phaseMs: number;
  /** How the stamps lie on it: each exactly, some beside it, or several within one. */
  fit: "exact" | "straying" | "finer";
  /** Intervals that hold for long stretches, minutes, where there are several. */
  mixedMinutes: number[];
}

/**
 * Tells the interval of stamps.
 * @param times ms, in order; where one comes again or goes back, nothing is counted
 * @returns null where there are too few
 */
export function tellStep(times: Float64Array): SteadyStep | null {
  const counts = new Map<number, number>();
  const inRuns = new Map<number, number>();
  // Rows that are missing here and there make longer gaps; another interval makes many of them in a row.
  const note = (gap: number, run: number) => {
    if (run > 0) counts.set(gap, (counts.get(gap) ?? 0) + run);
    if (run >= OTHER_RUN) inRuns.set(gap, (inRuns.get(gap) ?? 0) + run);
  };
  let [last, run] = [0, 0];
  for (let i = 1; i < times.length; i++) {
    const gap = Math.round((times[i] - times[i - 1]) / SECOND_MS) * SECOND_MS;
    if (gap <= 0) continue;
    if (gap === last) {
      run++;
      continue;
    }
    note(last, run);
    [last, run] = [gap, 1];
  }
  note(last, run);
  if (counts.size === 0) return null;
  const gaps = [...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0]);
  const total = gaps.reduce((sum, [, count]) => sum + count, 0);
  const [commonest, count] = gaps[0];
  const usual = USUAL_MINUTES.includes(commonest / MINUTE_MS);
  const steady = count >= LEAST_SHARE * total && (usual || count >= STEADY_SHARE * total) && !strays(gaps, total);
  const own = steady ? commonest : usualOf(middleGap(gaps, total));
  const mixed = steady ? mixedSteps(inRuns, own, times) : [];
  const stepMs = Math.max(MINUTE_MS, ...mixed, own);
  const phaseMs = phaseOf(times, stepMs);
  if (own < stepMs) return { stepMs, phaseMs: 0, fit: "finer", mixedMinutes: mixed.map((ms) => ms / MINUTE_MS) };
  const exact = times.every((at) => (at - phaseMs) % stepMs === 0);
  return { stepMs, phaseMs, fit: exact ? "exact" : "straying", mixedMinutes: [] };
}

/** Whether the gaps scatter about their middle, rather than being one interval and its multiples. */
function strays(gaps: readonly [number, number][], total: number): boolean {
  const middle = middleGap(gaps, total);
  const near = gaps.reduce((sum, [gap, count]) => sum + (gap !== middle && Math.abs(gap - middle) <= JITTER_SHARE * middle ? count : 0), 0);
  return near > 0.2 * total;
}

function middleGap(gaps: readonly [number, number][], total: number): number {
  const sorted = [...gaps].sort((a, b) => a[0] - b[0]);
  let seen = 0;
  for (const [gap, count] of sorted) {
    seen += count;
    if (seen * 2 >= total) return gap;
  }
  return sorted[0][0];
}

/** The usual interval next to a gap; the gap itself, in whole minutes, where none is near. */
function usualOf(gapMs: number): number {
  const minutes = gapMs / MINUTE_MS;
  const near = USUAL_MINUTES.reduce((a, b) => (Math.abs(b - minutes) < Math.abs(a - minutes) ? b : a));
  return Math.abs(near - minutes) <= 0.2 * near ? near * MINUTE_MS : Math.max(1, Math.round(minutes)) * MINUTE_MS;
}

/** Longer intervals, up to an hour, that hold for a good part of the time. */
function mixedSteps(inRuns: ReadonlyMap<number, number>, own: number, times: Float64Array): number[] {
  const whole = times[times.length - 1] - times[0];
  return [...inRuns].flatMap(([gap, count]) => {
    const usual = USUAL_MINUTES.includes(gap / MINUTE_MS);
    return gap > own && gap <= HOUR_MS && usual && gap % own === 0 && gap * count >= OTHER_SHARE * whole ? [gap] : [];
  });
}

/** Where most stamps lie within an interval. */
function phaseOf(times: Float64Array, stepMs: number): number {
  const counts = new Map<number, number>();
  for (let i = 0; i < times.length; i += Math.max(1, Math.floor(times.length / 5000))) {
    const phase = ((times[i] % stepMs) + stepMs) % stepMs;
    counts.set(phase, (counts.get(phase) ?? 0) + 1);
  }
  const [phase, count] = [...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0];
  // Stamps that stray round a whole interval belong to it.
  if (count * 2 < Math.min(times.length, 5000)) {
    const signed = [...counts].flatMap(([at, n]) => Array.from({ length: n }, () => (at > stepMs / 2 ? at - stepMs : at)));
    return Math.abs(median(signed)) <= JITTER_SHARE * stepMs ? 0 : phase;
  }
  return phase;
}
