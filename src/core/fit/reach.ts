import type { Axis } from "./axis";
import type { Cells } from "./cells";
import { type Layer, outputW } from "./layers";

/** Between these ratios of the array, which hold nearly all healthy ones, the model's change is taken. */
const [LESS, MORE] = [0.955, 0.995] as const;

/**
 * By how much a model's output follows what the array gives more or less than its papers: 1 where it is free, 0 where it stands at its rating or a cap, is off, or is
 * hidden under snow. A calibration told without it would be drawn to what limits leave, and limits to what calibration leaves.
 * @returns d ln output / d ln array, by `cell × units + unit`
 */
export function reachOf(axis: Axis, cells: Cells, layers: readonly Layer[]): Float64Array {
  const { units } = cells;
  const out = new Float64Array(cells.count * units).fill(1);
  const [less, more] = [new Float64Array(axis.count), new Float64Array(axis.count)];
  for (let u = 0; u < units; u++) {
    const at = (ratio: number): Layer => ({ unit: u, stage: "dc", strings: null, values: new Float64Array(axis.count).fill(ratio) });
    outputW(axis, u, [...layers, at(LESS)], less);
    outputW(axis, u, [...layers, at(MORE)], more);
    const { measuredW } = axis.units[u];
    for (let k = 0; k < cells.count; k++) {
      let [low, high, n] = [0, 0, 0];
      for (let p = axis.cellFirst[k]; p < axis.cellFirst[k + 1]; p++) {
        if (Number.isNaN(measuredW[p])) continue;
        low += less[p];
        high += more[p];
        n++;
      }
      if (n === 0) continue;
      out[k * units + u] = low > 0 ? Math.min(1, Math.log(high / low) / Math.log(MORE / LESS)) : 0;
    }
  }
  return out;
}
