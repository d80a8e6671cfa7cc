import { type Grid, gridEndMs, type Series, sameGrid } from "./grid";

/** How a channel's values add up over time. */
export type ChannelKind = "mean" | "sum" | "counter";

/** What a channel's name says about its values: powers are means, energies and rain sums, meters counters. */
export function channelKind(name: string): ChannelKind {
  if (name.endsWith(".kwh")) return "counter";
  if (name.endsWith(".wh") || name === "rain_mm") return "sum";
  return "mean";
}

/**
 * Brings a channel to another axis by overlap: means are weighted by time, sums shared out by time, and
 * a counter keeps its last known reading. An interval that is covered by known values for less than
 * half is missing.
 */
export function resampleChannel(values: Float64Array, from: Grid, to: Grid, kind: ChannelKind): Float64Array {
  if (sameGrid(from, to)) return values;
  const out = new Float64Array(to.count).fill(Number.NaN);
  for (let i = 0; i < to.count; i++) {
    const start = to.startMs + i * to.stepMs;
    const end = start + to.stepMs;
    const first = Math.max(0, Math.floor((start - from.startMs) / from.stepMs));
    const last = Math.min(from.count, Math.ceil((end - from.startMs) / from.stepMs));
    let weighted = 0;
    let covered = 0;
    let latest = Number.NaN;
    for (let k = first; k < last; k++) {
      const value = values[k];
      if (Number.isNaN(value)) continue;
      const begin = from.startMs + k * from.stepMs;
      const overlap = Math.min(end, begin + from.stepMs) - Math.max(start, begin);
      if (overlap <= 0) continue;
      weighted += value * overlap;
      covered += overlap;
      latest = value;
    }
    if (kind === "counter") out[i] = latest;
    else if (covered * 2 >= to.stepMs) out[i] = kind === "mean" ? weighted / covered : (weighted / from.stepMs) * (to.stepMs / covered);
  }
  return out;
}

/** All channels of a series on another axis. */
export function resample(series: Series, to: Grid): Series {
  const channels = new Map<string, Float64Array>();
  for (const [name, values] of series.channels) {
    channels.set(name, resampleChannel(values, series.grid, to, channelKind(name)));
  }
  return { grid: to, channels };
}

/**
 * The axis on which two series are compared: the coarser step of the two, over the time they share.
 * @returns null where they share no whole interval
 */
export function commonGrid(a: Grid, b: Grid): Grid | null {
  const coarse = a.stepMs >= b.stepMs ? a : b;
  const from = Math.max(a.startMs, b.startMs);
  const to = Math.min(gridEndMs(a), gridEndMs(b));
  const startMs = coarse.startMs + Math.ceil((from - coarse.startMs) / coarse.stepMs) * coarse.stepMs;
  const count = Math.floor((to - startMs) / coarse.stepMs);
  return count > 0 ? { startMs, stepMs: coarse.stepMs, count } : null;
}
