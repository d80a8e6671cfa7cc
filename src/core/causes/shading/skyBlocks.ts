import type { Fit } from "../../fit/fit";

/** Squares of the sky in which losses are looked for, degrees. */
const AZIMUTH_STEP = 7.5;
const ELEVATION_STEP = 4;
/** Light that comes straight from the sun, as a share, from which an hour says something of a shadow. */
const LEAST_BEAM = 0.3;
/** What a block has to explain to be looked at, in natural logarithms. */
const LEAST_GAIN = 10;
/** How deep shadows are looked for, as parts of the direct light. */
const DEPTHS = [0.25, 0.7] as const;
const [COLUMNS, ROWS] = [Math.round(360 / AZIMUTH_STEP), Math.round(80 / ELEVATION_STEP)];

/** Where in the data a shadow may begin, as parts of them. */
export const STARTS = [0, 0.15, 0.3, 0.45, 0.6, 0.75];

/** A block of the sky from the ground up. */
export interface Block {
  gain: number;
  /** First row in which it is looked for. */
  row: number;
  bearingDeg: number;
  halfWidthDeg: number;
  topDeg: number;
  depth: number;
}

/** The blocks of the sky that explain most of what units on a plane miss: since ever, and since some day where that is more. */
export function blocksOf(fit: Fit, plane: string, units: readonly number[]): Block[] {
  const byDepth = DEPTHS.map((deep) => bestBlocks(fit, plane, units, deep));
  const blocks = STARTS.map((_, k) => byDepth.flatMap((found) => found[k] ?? []).sort((a, b) => b.gain - a.gain)[0]);
  // A shadow may be new: something was put up, or has grown into the light.
  const [always, ...later] = blocks;
  const best = later.filter((block) => block !== undefined).sort((a, b) => b.gain - a.gain)[0];
  return [always, ...(best && best.gain > (always?.gain ?? 0) ? [best] : [])].filter((block) => block !== undefined);
}

/** What squares of the sky say: what a shadow of one depth would explain in each, what is missing there in all, and of how many hours. */
interface Squares {
  gain: Float64Array;
  missing: Float64Array;
  hours: Float64Array;
}

/** For a shadow of one depth the best block since each of the days on which it may have begun; null where there is none. */
function bestBlocks({ axis, cells, noise, state }: Fit, plane: string, units: readonly number[], deep: number): (Block | null)[] {
  const beam = axis.beamShare.get(plane) as Float64Array;
  const [gain, missing, hours] = [0, 0, 0].map(() => new Float64Array(COLUMNS * ROWS));
  const rows = axis.comparison.days.days.length;
  const firstRows = STARTS.map((part) => Math.round(part * rows));
  const out: (Block | null)[] = [];
  let next = firstRows.length - 1;
  // Back from the last day, so that each begin has what the later ones have already summed.
  for (let k = cells.count - 1; k >= 0; k--) {
    for (; next >= 0 && axis.cellRow[k] < firstRows[next]; next--) out[next] = bestBlock({ gain, missing, hours }, firstRows[next]);
    const p = (axis.cellFirst[k] + axis.cellFirst[k + 1]) >> 1;
    if (beam[p] < LEAST_BEAM || axis.sunElevationDeg[p] < 2) continue;
    const at =
      Math.floor(axis.sunAzimuthDeg[p] / AZIMUTH_STEP) * ROWS + Math.min(ROWS - 1, Math.floor(axis.sunElevationDeg[p] / ELEVATION_STEP));
    // What it would explain at that depth, or what it would make worse; what is missing beyond it is another depth's.
    const depth = Math.log(1 - deep * beam[p]);
    for (const u of units) {
      const r = state.left[k * cells.units + u];
      if (Number.isNaN(r)) continue;
      const variance = noise.cell[k] ** 2 + noise.own[k * cells.units + u] ** 2 + noise.day[axis.cellRow[k]] ** 2;
      gain[at] += (Math.min(9, (r * r) / variance) - Math.min(9, Math.max(0, r - depth) ** 2 / variance)) / 2 - 0.05;
      missing[at] += Math.max(-2, r);
      hours[at]++;
    }
  }
  for (; next >= 0; next--) out[next] = bestBlock({ gain, missing, hours }, firstRows[next]);
  return out;
}

/** The block under a top and between two bearings that explains most. */
function bestBlock({ gain, missing, hours }: Squares, row: number): Block | null {
  // Sums from the ground up, then all stretches of bearings under each top.
  let best = { from: 0, to: 0, top: 0, gain: Number.NEGATIVE_INFINITY };
  const column = new Float64Array(COLUMNS);
  for (let top = 1; top <= ROWS; top++) {
    for (let c = 0; c < COLUMNS; c++) column[c] += gain[c * ROWS + top - 1];
    for (let from = 0; from < COLUMNS; from++) {
      let total = 0;
      for (let to = from; to < COLUMNS; to++) {
        total += column[to];
        if (total > best.gain) best = { from, to: to + 1, top, gain: total };
      }
    }
  }
  if (best.gain < LEAST_GAIN) return null;
  let [sum, n] = [0, 0];
  for (let c = best.from; c < best.to; c++) {
    for (let e = 0; e < best.top; e++) {
      sum += missing[c * ROWS + e];
      n += hours[c * ROWS + e];
    }
  }
  return {
    ...{ gain: best.gain, row },
    bearingDeg: ((best.from + best.to) / 2) * AZIMUTH_STEP,
    halfWidthDeg: ((best.to - best.from) / 2) * AZIMUTH_STEP,
    topDeg: best.top * ELEVATION_STEP,
    depth: Math.min(0.9, Math.max(0.2, 1.4 * (1 - Math.exp(sum / Math.max(1, n))))),
  };
}
