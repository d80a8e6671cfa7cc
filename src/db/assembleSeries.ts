import type { Grid, Series } from "@/core/series/grid";
import { channelKind, resampleChannel } from "@/core/series/resample";
import { gridOfDays, type PackedChannel, type PackedDay, placeDay, trimmedRange } from "./packedDays";

interface Piece {
  name: string;
  days: PackedDay[];
}

/**
 * Stored channels on one axis: the commonest interval among their days; what has another one is brought to it.
 * @returns null where there are no values
 */
export function assembleSeries(channels: readonly PackedChannel[]): Series | null {
  const groups = byAxis(channels);
  if (groups.size === 0) return null;
  const dayCount = (pieces: readonly Piece[]) => pieces.reduce((sum, { days }) => sum + days.length, 0);
  const main = [...groups.values()].sort((a, b) => dayCount(b) - dayCount(a))[0];
  const grid = wholeGrid(main[0].days[0], channels);
  const out = new Map<string, Float64Array>();
  for (const pieces of groups.values()) {
    const own = gridOfDays(pieces.flatMap(({ days }) => days));
    const sameAxis = own.stepMs === grid.stepMs && (own.startMs - grid.startMs) % grid.stepMs === 0;
    for (const piece of pieces) {
      if (sameAxis) place(piece, out.get(piece.name) ?? emptyInto(out, piece.name, grid.count), grid);
      else fillFrom(piece, own, out, grid);
    }
  }
  const { from, to } = trimmedRange(out.values(), grid);
  const trimmed = { startMs: grid.startMs + from * grid.stepMs, stepMs: grid.stepMs, count: to - from };
  return { grid: trimmed, channels: new Map([...out].map(([name, values]) => [name, values.subarray(from, to)])) };
}

/** Days of one interval and phase together, channel by channel. */
function byAxis(channels: readonly PackedChannel[]): Map<string, Piece[]> {
  const groups = new Map<string, Piece[]>();
  for (const { name, days } of channels) {
    const own = new Map<string, PackedDay[]>();
    for (const day of days) {
      const key = `${day.stepMs}/${day.phaseMs}`;
      const list = own.get(key);
      if (list) list.push(day);
      else own.set(key, [day]);
    }
    for (const [key, list] of own) groups.set(key, [...(groups.get(key) ?? []), { name, days: list }]);
  }
  return groups;
}

/** The main axis, drawn out over every stored day. */
function wholeGrid({ stepMs, phaseMs }: PackedDay, channels: readonly PackedChannel[]): Grid {
  return gridOfDays(channels.flatMap(({ days }) => days.map(({ day }) => ({ day, stepMs, phaseMs }))));
}

function emptyInto(out: Map<string, Float64Array>, name: string, count: number): Float64Array {
  const values = new Float64Array(count).fill(Number.NaN);
  out.set(name, values);
  return values;
}

function place({ name, days }: Piece, values: Float64Array, grid: Grid): void {
  for (const day of days) placeDay(values, grid, day, name);
}

/** Values on another axis fill what isn't known on the main one. */
function fillFrom(piece: Piece, own: Grid, out: Map<string, Float64Array>, grid: Grid): void {
  const values = new Float64Array(own.count).fill(Number.NaN);
  place(piece, values, own);
  const moved = resampleChannel(values, own, grid, channelKind(piece.name));
  const before = out.get(piece.name);
  out.set(piece.name, before ? before.map((value, i) => (Number.isNaN(value) ? moved[i] : value)) : moved);
}
