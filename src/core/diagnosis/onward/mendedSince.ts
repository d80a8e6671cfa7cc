import { median } from "simple-statistics";
import type { Axis } from "../../fit/axis";
import { type Layer, outputW } from "../../fit/layers";

/** What new days have to say against a cause that goes on before it has ended (natural logarithms): a good day or two of a dead string's do. */
const LEAST_AGAINST = 8;
/** A single day says no more than this. */
const MOST_A_DAY = 6;
/** Days differ from what they should give by at least so much, as a logarithm: a station's clouds aren't the roof's. */
const LEAST_SPREAD = 0.03;
/** Of the best day's output: a duller one says nothing. */
const LEAST_DAY = 0.15;
/** Median of absolute deviations to standard deviation, of a normal spread. */
const MAD_TO_SIGMA = 1.4826;

/**
 * Whether a cause has ended in the new days: somebody mended the string, washed, cut the tree.
 * @param axis the days that are looked at, and `firstRow` the first of them that is new
 * @param others layers of everything else that acts
 * @param ratio of each unit when nothing is wrong, by point
 * @returns the row of the day index from which it isn't there any more; null where it goes on, or its end couldn't be seen
 */
export function mendedSince(
  axis: Axis,
  firstRow: number,
  mine: readonly Layer[],
  others: readonly Layer[],
  ratio: readonly Float64Array[],
): number | null {
  const units = [...new Set(mine.map(({ unit }) => unit))];
  const calibrated = ratio.map((values, unit): Layer => ({ unit, stage: "dc", strings: null, values }));
  const offBy = (layers: readonly Layer[]) => dayRatios(axis, units, [...layers, ...calibrated]);
  const [on, off] = [offBy([...others, ...mine]), offBy(others)];
  const before = on.slice(0, firstRow).filter((value) => !Number.isNaN(value));
  if (before.length === 0) return null;
  const middle = median(Array.from(before));
  const spread = Math.max(LEAST_SPREAD, MAD_TO_SIGMA * median(Array.from(before, (value) => Math.abs(value - middle))));
  const against = (row: number) => {
    if (Number.isNaN(on[row])) return 0;
    const says = (on[row] ** 2 - off[row] ** 2) / (2 * spread ** 2);
    return Math.max(-MOST_A_DAY, Math.min(MOST_A_DAY, says));
  };
  let [sum, most, since] = [0, LEAST_AGAINST, -1];
  for (let row = on.length - 1; row >= firstRow; row--) {
    sum += against(row);
    if (sum > most) [most, since] = [sum, row];
  }
  // What the days before don't show as plainly can't be seen to have ended either: a slow decline, a few modules on another plane.
  let shown = 0;
  for (let row = 0; row < firstRow; row++) shown -= against(row);
  return since >= 0 && shown > LEAST_AGAINST ? since : null;
}

/** Measured over modelled energy of each day, as a logarithm; NaN of dull days. */
function dayRatios(axis: Axis, units: readonly number[], layers: readonly Layer[]): Float64Array {
  const rows = axis.comparison.days.days.length;
  const [measured, modelled, could] = [0, 0, 0].map(() => new Float64Array(rows));
  for (const u of units) {
    const { measuredW, unlimitedW } = axis.units[u];
    const output = outputW(axis, u, layers, new Float64Array(axis.count));
    for (let p = 0; p < axis.count; p++) {
      if (Number.isNaN(measuredW[p]) || Number.isNaN(output[p])) continue;
      measured[axis.row[p]] += measuredW[p];
      modelled[axis.row[p]] += output[p];
      could[axis.row[p]] += unlimitedW[p];
    }
  }
  const best = Math.max(...could);
  return modelled.map((watts, row) =>
    could[row] > LEAST_DAY * best && watts > 0 && measured[row] > 0 ? Math.log(measured[row] / watts) : Number.NaN,
  );
}
