import type { Candidate } from "./candidate";
import { residuals } from "./cells";
import type { Fit } from "./fit";
import { outputW } from "./layers";
import { lostShare, lostShareOfAll } from "./lostShare";

/** A cause of the least size that would have been told, or of the largest where none would. */
export interface LeastTold {
  told: boolean;
  values: readonly number[];
  /** What it takes, of the energy of all units; less than nothing where it adds to it. */
  share: number;
}

/** What an effect explains strays from sample to sample by the root of twice itself (a noncentral χ²): so many of them beyond the price, nine in ten are told. */
const NINE_IN_TEN = 1.28;

/**
 * The least of a cause that these data would have told, beside all that is accepted: it is laid on what was measured, and what a fit without it would
 * then leave is held against its price. Everything that may be off is fitted on the way, so that what it would swallow doesn't count.
 * @param sizes values of the candidate's parameters, from hardly anything to as much as there is
 */
export function leastTold(fit: Fit, candidate: Candidate, sizes: readonly (readonly number[])[]): LeastTold {
  const { axis, cells, costs } = fit;
  const base = fit.layers();
  const price = fit.priceOf(candidate);
  const own = axis.units.map((_, u) => outputW(axis, u, base, new Float64Array(axis.count)));
  const without = residuals(axis, cells, own);
  const { cost } = costs.evaluate(without, costs.solve(without), 2);
  const told = (values: readonly number[]) => {
    const layers = candidate.layers(axis, values);
    if (candidate.believable?.(values) === false || lostShare(axis, base, layers) < candidate.leastShare) return false;
    const touched = new Set(layers.map(({ unit }) => unit));
    const withIt = own.map((watts, u) => (touched.has(u) ? outputW(axis, u, [...base, ...layers], new Float64Array(axis.count)) : watts));
    // What would have been measured, had it been there: as far under what was as the model with it lies under the one without.
    const laid = residuals(axis, cells, withIt).map((one, at) => 2 * without[at] - one);
    return costs.evaluate(laid, costs.solve(laid), 2).cost - cost > price + NINE_IN_TEN * Math.sqrt(2 * price);
  };
  let [under, over] = [-1, sizes.length];
  while (over - under > 1) {
    const middle = (under + over) >> 1;
    if (told(sizes[middle])) over = middle;
    else under = middle;
  }
  const values = sizes[Math.min(over, sizes.length - 1)];
  return { told: over < sizes.length, values, share: lostShareOfAll(axis, base, candidate.layers(axis, values)) };
}

/** Sizes from the least to the most, each so many times the one before. */
export function sizesBetween(least: number, most: number, count = 12): number[] {
  return Array.from({ length: count }, (_, k) => least * (most / least) ** (k / (count - 1)));
}
