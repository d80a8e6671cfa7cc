import type { Fit } from "../../fit/fit";

/** Squares of the sky in which losses are looked for, degrees. */
const AZIMUTH_STEP = 7.5;
const ELEVATION_STEP = 4;
/** Light that comes straight from the sun, as a share, from which an hour says something of a shadow. */
const LEAST_BEAM = 0.3;
/** How deep shadows are looked for, as parts of the direct light. */
const DEPTHS = [0.25, 0.7] as const;
const [COLUMNS, ROWS] = [Math.round(360 / AZIMUTH_STEP), Math.round(80 / ELEVATION_STEP)];

/** The blocks of the sky that explain most of what units on a plane miss: since ever, and since some day where that is more. */
export function blocksOf(fit: Fit, plane: string, units: readonly number[]): Block[] {
  // A shadow may be new: something was put up, or has grown into the light.
  const rows = fit.axis.comparison.days.days.length;
  const blocks = STARTS.flatMap((part) => bestBlock(fit, plane, units, Math.round(part * rows)) ?? []);
  const [always, ...later] = blocks;
  const best = later.sort((a, b) => b.gain - a.gain).at(0);
  return [always, ...(best && best.gain > (always?.gain ?? 0) ? [best] : [])].filter((one) => one !== undefined);
}

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

/** The block under a top and between two bearings that explains most, however deep. */
function bestBlock(fit: Fit, plane: string, units: readonly number[], firstRow: number): Block | null {
  const blocks = DEPTHS.flatMap((depth) => bestBlockAt(fit, plane, units, firstRow, depth) ?? []);
  return blocks.sort((a, b) => b.gain - a.gain).at(0) ?? null;
}

/** The same for a shadow of one depth. */
function bestBlockAt(fit: Fit, plane: string, units: readonly number[], firstRow: number, deep: number): Block | null {
  const { axis, cells, noise, state } = fit;
  const beam = axis.beamShare.get(plane) as Float64Array;
  const gain = new Float64Array(COLUMNS * ROWS);
  const sum = new Float64Array(COLUMNS * ROWS);
  const weight = new Float64Array(COLUMNS * ROWS);
  for (let k = 0; k < cells.count; k++) {
    const p = (axis.cellFirst[k] + axis.cellFirst[k + 1]) >> 1;
    if (axis.cellRow[k] < firstRow || beam[p] < LEAST_BEAM || axis.sunElevationDeg[p] < 2) continue;
    const at =
      Math.floor(axis.sunAzimuthDeg[p] / AZIMUTH_STEP) * ROWS + Math.min(ROWS - 1, Math.floor(axis.sunElevationDeg[p] / ELEVATION_STEP));
    for (const u of units) {
      const r = state.left[k * cells.units + u];
      if (Number.isNaN(r)) continue;
      const variance = noise.cell[k] ** 2 + noise.own[k * cells.units + u] ** 2 + noise.day[axis.cellRow[k]] ** 2;
      // What it would explain at that depth, or what it would make worse; what is missing beyond it is another depth's.
      const depth = Math.log(1 - deep * beam[p]);
      gain[at] += (Math.min(9, (r * r) / variance) - Math.min(9, Math.max(0, r - depth) ** 2 / variance)) / 2 - 0.05;
      sum[at] += Math.max(-2, r);
      weight[at]++;
    }
  }
  // Sums from the ground up, then all stretches of bearings under each top.
  let best: { from: number; to: number; top: number; gain: number } | null = null;
  for (let top = 1; top <= ROWS; top++) {
    const column = new Float64Array(COLUMNS);
    for (let c = 0; c < COLUMNS; c++) for (let e = 0; e < top; e++) column[c] += gain[c * ROWS + e];
    for (let from = 0; from < COLUMNS; from++) {
      let total = 0;
      for (let to = from; to < COLUMNS; to++) {
        total += column[to];
        if (!best || total > best.gain) best = { from, to: to + 1, top, gain: total };
      }
    }
  }
  if (!best || best.gain < 10) return null;
  let [missing, n] = [0, 0];
  for (let c = best.from; c < best.to; c++) {
    for (let e = 0; e < best.top; e++) {
      missing += sum[c * ROWS + e];
      n += weight[c * ROWS + e];
    }
  }
  return {
    ...{ gain: best.gain, row: firstRow },
    bearingDeg: ((best.from + best.to) / 2) * AZIMUTH_STEP,
    halfWidthDeg: ((best.to - best.from) / 2) * AZIMUTH_STEP,
    topDeg: best.top * ELEVATION_STEP,
    depth: Math.min(0.9, Math.max(0.2, 1.4 * (1 - Math.exp(missing / Math.max(1, n))))),
  };
}
