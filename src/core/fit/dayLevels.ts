import { floats } from "../series/floats";
import type { Fit } from "./fit";
import { SCALE } from "./weights";

/** What is left of a unit by day: its level as a logarithm, with its standard deviation. */
export interface DayLevels {
  /** By row of the day index; NaN where nothing is known. */
  level: Float64Array;
  sigma: Float64Array;
}

/**
 * Levels of days, from all hours of a unit by their weight.
 * @param of residuals; those that calibration, season and the like leave, or all: a fit that knows of no step bends what may be off towards it
 */
export function dayLevels({ axis, cells, noise, state }: Fit, unit: number, of: "left" | "all" = "left"): DayLevels {
  const residual = of === "left" ? state.left : state.residual;
  const rows = axis.comparison.days.days.length;
  const level = new Float64Array(rows).fill(Number.NaN);
  const sigma = new Float64Array(rows).fill(Number.NaN);
  for (let k = 0; k < cells.count; ) {
    const row = axis.cellRow[k];
    let [sum, weight] = [0, 0];
    for (; k < cells.count && axis.cellRow[k] === row; k++) {
      const at = k * cells.units + unit;
      const r = residual[at];
      if (Number.isNaN(r)) continue;
      const precision = 1 / (noise.cell[k] ** 2 + noise.own[at] ** 2);
      sum += precision * r;
      weight += precision;
    }
    if (weight === 0) continue;
    level[row] = sum / weight;
    sigma[row] = Math.sqrt(1 / weight + noise.day[row] ** 2);
  }
  return { level, sigma };
}

/** What a day at a level costs. */
export function levelCost(level: number, sigma: number): number {
  return SCALE.day * Math.log1p((0.5 * (level / sigma) ** 2) / SCALE.day);
}

/** The stretch with the largest sum (Kadane; Bentley 1984). @returns first entry, first after it, and the sum */
export function bestStretch(gains: ArrayLike<number>): { from: number; to: number; gain: number } {
  let best = { from: 0, to: 0, gain: 0 };
  let from = 0;
  let sum = 0;
  for (let k = 0; k < gains.length; k++) {
    if (sum <= 0) {
      from = k;
      sum = 0;
    }
    sum += gains[k];
    if (sum > best.gain) best = { from, to: k + 1, gain: sum };
  }
  return best;
}

/** Levels at which the healthy days may lie: a fit that knows of no step lies between what was before and after. */
const OFFSETS = [-0.16, -0.12, -0.08, -0.04, 0, 0.04, 0.08, 0.12, 0.16] as const;

/** What days cost without any stretch, at each place of the healthy level: asked again for every share that is tried. */
interface Whole {
  costs: Float64Array;
  cost: number;
}

const wholes = new WeakMap<Float64Array, Whole[]>();

function wholeAt(level: Float64Array, sigma: Float64Array): Whole[] {
  const known = wholes.get(level);
  if (known) return known;
  const all = OFFSETS.map((offset): Whole => {
    const costs = floats(level.length, (row) => (Number.isNaN(level[row]) ? 0 : levelCost(level[row] - offset, sigma[row])));
    return { costs, cost: costs.reduce((sum, one) => sum + one, 0) };
  });
  wholes.set(level, all);
  return all;
}

/**
 * The stretch of days at a lower or higher share that explains most, wherever the healthy level is.
 * @param left share of the output in such a stretch, by row
 * @returns the days' gains, the stretch, and what all days then cost
 */
export function bestAtAnyLevel(level: Float64Array, sigma: Float64Array, left: ArrayLike<number>) {
  let best: { gains: Float64Array; found: ReturnType<typeof bestStretch>; cost: number } | null = null;
  const down = floats(level.length, (row) => Math.log(left[row]));
  for (const [k, offset] of OFFSETS.entries()) {
    const { costs, cost } = wholeAt(level, sigma)[k];
    const gains = floats(level.length, (row) =>
      Number.isNaN(level[row]) ? 0 : costs[row] - levelCost(level[row] - offset - down[row], sigma[row]),
    );
    const found = bestStretch(gains);
    if (!best || cost - found.gain < best.cost) best = { gains, found, cost: cost - found.gain };
  }
  return best as NonNullable<typeof best>;
}
