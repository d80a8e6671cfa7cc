import { DAY_MS } from "@/core/constants";
import type { Grid } from "@/core/series/grid";
import { channelKind } from "@/core/series/resample";

/** One channel's values of one UTC day. */
export interface PackedDay {
  day: number;
  stepMs: number;
  phaseMs: number;
  packed: Uint8Array;
}

/** A channel's days in order, as they are stored. */
export interface PackedChannel {
  name: string;
  days: PackedDay[];
}

/** Counters grow large and are differenced, which 32 bits can't carry. */
function isWide(channelName: string): boolean {
  return channelKind(channelName) === "counter";
}

/** Bytes of one value of a channel in a packed day. */
export function bytesPerValue(channelName: string): number {
  return isWide(channelName) ? Float64Array.BYTES_PER_ELEMENT : Float32Array.BYTES_PER_ELEMENT;
}

function toBytes(values: Float64Array, wide: boolean): Uint8Array {
  return new Uint8Array((wide ? values : Float32Array.from(values)).buffer);
}

/** A day's values as numbers again. */
export function unpackDay(packed: Uint8Array, channelName: string): Float64Array {
  // Copied: the driver's buffers needn't lie on a multiple of four bytes, and a Buffer's own slice would share a larger one's memory.
  const bytes = new Uint8Array(packed).buffer;
  return isWide(channelName) ? new Float64Array(bytes) : Float64Array.from(new Float32Array(bytes));
}

/** Cuts a channel into UTC days; days without any value are left out. The step must divide the day. */
export function packDays(values: Float64Array, grid: Grid, channelName: string): PackedDay[] {
  const phaseMs = grid.startMs % grid.stepMs;
  const perDay = Math.ceil((DAY_MS - phaseMs) / grid.stepMs);
  const days: PackedDay[] = [];
  let day = Number.NaN;
  let current: Float64Array | null = null;
  const close = () => {
    if (current?.some((value) => !Number.isNaN(value))) {
      days.push({ day, stepMs: grid.stepMs, phaseMs, packed: toBytes(current, isWide(channelName)) });
    }
  };
  for (let i = 0; i < grid.count; i++) {
    const at = grid.startMs + i * grid.stepMs;
    const itsDay = Math.floor(at / DAY_MS);
    if (itsDay !== day) {
      close();
      day = itsDay;
      current = new Float64Array(perDay).fill(Number.NaN);
    }
    (current as Float64Array)[Math.floor((at - day * DAY_MS - phaseMs) / grid.stepMs)] = values[i];
  }
  close();
  return days;
}

/** Where both days have the same intervals, the newer one's missing values keep the older one's. */
export function mergeDay(newer: PackedDay, older: PackedDay, channelName: string): PackedDay {
  if (newer.stepMs !== older.stepMs || newer.phaseMs !== older.phaseMs) return newer;
  const below = unpackDay(older.packed, channelName);
  const merged = unpackDay(newer.packed, channelName).map((value, k) => (Number.isNaN(value) ? below[k] : value));
  return { ...newer, packed: toBytes(merged, isWide(channelName)) };
}

/** The axis that covers all days of one step and phase. */
export function gridOfDays(days: readonly { day: number; stepMs: number; phaseMs: number }[]): Grid {
  const first = days.reduce((low, { day }) => Math.min(low, day), Number.POSITIVE_INFINITY);
  const last = days.reduce((high, { day }) => Math.max(high, day), Number.NEGATIVE_INFINITY);
  const { stepMs, phaseMs } = days[0];
  return { startMs: first * DAY_MS + phaseMs, stepMs, count: Math.floor(((last - first + 1) * DAY_MS) / stepMs) };
}

/** Writes a day's values into an array on an axis with the same step and phase. */
export function placeDay(into: Float64Array, grid: Grid, day: PackedDay, channelName: string): void {
  const values = unpackDay(day.packed, channelName);
  const first = Math.round((day.day * DAY_MS + day.phaseMs - grid.startMs) / grid.stepMs);
  for (let k = 0; k < values.length; k++) {
    const at = first + k;
    if (at >= 0 && at < grid.count && !Number.isNaN(values[k])) into[at] = values[k];
  }
}

/** The axis without leading and trailing intervals where no channel has a value. */
export function trimmedRange(channels: Iterable<Float64Array>, grid: Grid): { from: number; to: number } {
  let from = grid.count;
  let to = 0;
  for (const values of channels) {
    let k = 0;
    while (k < from && Number.isNaN(values[k])) k++;
    from = Math.min(from, k);
    k = grid.count;
    while (k > to && Number.isNaN(values[k - 1])) k--;
    to = Math.max(to, k);
  }
  return { from: Math.min(from, to), to };
}
