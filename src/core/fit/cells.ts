import type { Axis } from "./axis";

/** Measured and modelled powers are held apart by their logarithms over this part of the nameplate: near nothing, ratios mean nothing. */
const FLOOR_SHARE = 0.012;

/** What was measured, in cells of an hour: entry `cell × units + unit`. */
export interface Cells {
  units: number;
  count: number;
  /** Mean measured power and how many points it is of; no points where nothing can be used. */
  measuredW: Float64Array;
  points: Int32Array;
  floorW: Float64Array;
  /** Healthy output as a share of the nameplate, and the sun's elevation. */
  load: Float64Array;
  elevationDeg: Float64Array;
}

export function buildCells(axis: Axis): Cells {
  const units = axis.units.length;
  const count = axis.cellFirst.length - 1;
  const cells: Cells = {
    ...{ units, count },
    measuredW: new Float64Array(count * units),
    points: new Int32Array(count * units),
    floorW: Float64Array.from(axis.units, ({ unit }) => FLOOR_SHARE * unit.nameplateW),
    load: new Float64Array(count * units),
    elevationDeg: new Float64Array(count),
  };
  for (let k = 0; k < count; k++) {
    const [from, to] = [axis.cellFirst[k], axis.cellFirst[k + 1]];
    for (let p = from; p < to; p++) cells.elevationDeg[k] += axis.sunElevationDeg[p] / (to - from);
    for (let u = 0; u < units; u++) {
      const { measuredW, unlimitedW, unit } = axis.units[u];
      let [sum, load, n] = [0, 0, 0];
      for (let p = from; p < to; p++) {
        if (Number.isNaN(measuredW[p])) continue;
        sum += measuredW[p];
        load += unlimitedW[p];
        n++;
      }
      const at = k * units + u;
      cells.points[at] = n;
      cells.measuredW[at] = n > 0 ? sum / n : Number.NaN;
      cells.load[at] = n > 0 ? load / n / unit.nameplateW : 0;
    }
  }
  return cells;
}

/**
 * Logarithm of measured over modelled power by cell and unit; NaN where nothing is known.
 * @param modelW by unit, at the axis' points
 * @param of the units that are worked out; others keep what they had
 */
export function residuals(
  axis: Axis,
  cells: Cells,
  modelW: readonly Float64Array[],
  out = new Float64Array(cells.count * cells.units),
  of: Iterable<number> = modelW.keys(),
) {
  const { units } = cells;
  for (const u of of) {
    const { measuredW } = axis.units[u];
    const model = modelW[u];
    const floor = cells.floorW[u];
    for (let k = 0; k < cells.count; k++) {
      const at = k * units + u;
      const n = cells.points[at];
      if (n === 0) {
        out[at] = Number.NaN;
        continue;
      }
      let sum = 0;
      for (let p = axis.cellFirst[k]; p < axis.cellFirst[k + 1]; p++) if (!Number.isNaN(measuredW[p])) sum += model[p];
      out[at] = Math.log((cells.measuredW[at] + floor) / (sum / n + floor));
    }
  }
  return out;
}
