import { CholeskyDecomposition, Matrix } from "ml-matrix";
import type { Cells } from "./cells";
import { Columns } from "./columns";
import type { Noise } from "./noise";
import type { Nuisance } from "./nuisance";
import { SCALE, type Variances, Weights } from "./weights";

/** A calibration beyond this is a cause of its own. */
export const MOST_CALIBRATION = 0.11;

/** Far from what a number holds, after any cell. */
const MUCH = 1e60;

/** How a model fits. */
export interface Fitness {
  cost: number;
  /** By row of the day index. */
  dayCost: Float64Array;
  /** Calibrations and the other columns of what may be off. */
  coefficients: Float64Array;
  /** Residuals less those, by cell and unit; and with them. */
  left: Float64Array;
  residual: Float64Array;
}

/**
 * Holds residuals against their scatter, with everything that may be off fitted on the way.
 *
 * A residual is what its day has in common, what its hour has in common and what is the unit's own, each normal; what days and hours have in common is
 * integrated out exactly, so that a day counts as a day and not as its intervals. Outliers count by their logarithm.
 */
export class Costs {
  private readonly work: Float64Array;
  private readonly daily: Float64Array;
  private readonly columns: Columns;
  private readonly weights: Weights;
  private readonly variances: Variances;
  /** Coefficients as sums over the residuals, for `costFrom`: one array over all residuals each. */
  private readonly solver: Float64Array[];
  private readonly solved: Float64Array;
  /** What they are where every residual is nothing: drawn to what is expected of them. */
  private readonly unseen: Float64Array;

  constructor(
    private readonly cells: Cells,
    private readonly cellRow: ArrayLike<number>,
    noise: Noise,
    private readonly nuisance: Nuisance,
    rows: number,
  ) {
    const size = cells.count * cells.units;
    this.work = new Float64Array(size);
    this.daily = new Float64Array(rows);
    this.solved = new Float64Array(nuisance.count);
    this.unseen = new Float64Array(nuisance.count);
    this.solver = Array.from({ length: nuisance.count }, () => new Float64Array(size));
    const [common, own] = [noise.cell.map((spread) => spread ** 2), noise.own.map((spread) => spread ** 2)];
    const halfOver = own.map((variance, at) => {
      const k = Math.floor(at / cells.units);
      return 0.5 / ((variance + common[k] + noise.day[cellRow[k]] ** 2) * SCALE.cell);
    });
    this.variances = { day: noise.day.map((spread) => spread ** 2), common, own, halfOver };
    this.columns = new Columns(nuisance, cells.units, size);
    this.weights = new Weights(this.columns, cellRow, this.variances);
  }

  /**
   * How much the model follows a change of what may be off: nothing where it stands at a limit, is off or hidden. Holds from the next fit on.
   * @param reach relative change of the model for one of the array, by `cell × units + unit`
   */
  reachBy(reach: Float64Array): void {
    this.columns.reachBy(reach);
  }

  /** @param start coefficients to begin with; absent, from none @param rounds of reweighting */
  evaluate(residual: Float64Array, start?: Float64Array, rounds = start ? 1 : 4): Fitness {
    const coefficients = start ? start.slice() : new Float64Array(this.nuisance.count);
    for (let round = 0; round < rounds; round++) this.improve(residual, coefficients, start ? 2 : round);
    const cost = this.costOf(residual, coefficients);
    return { cost, coefficients, dayCost: this.daily.slice(), left: this.work.slice(), residual: residual.slice() };
  }

  /**
   * The cost alone, for searches: what may be off is fitted with the weights that every hour had at the last `weighFor`, so that it is
   * linear in the residuals. Never under the cost that `evaluate` finds.
   */
  costFrom(residual: Float64Array): number {
    return this.costOf(residual, this.solve(residual));
  }

  /** What may be off with the weights of the last `weighFor`: a start for `evaluate` near to where it ends. The array is used again. */
  solve(residual: Float64Array): Float64Array {
    const { solver, solved, unseen, work } = this;
    // What is unknown says nothing.
    for (let at = 0; at < residual.length; at++) work[at] = Number.isNaN(residual[at]) ? 0 : residual[at];
    for (let j = 0; j < solved.length; j++) {
      const column = solver[j];
      let sum = unseen[j];
      for (let at = 0; at < work.length; at++) sum += column[at] * work[at];
      solved[j] = sum;
    }
    return this.bounded(solved);
  }

  /** Fixes the weights of `costFrom` at a fit. @param left residuals less what may be off, as `evaluate` gives them */
  weighFor(left: Float64Array): void {
    const { weights, solver, unseen } = this;
    const { count: n, sigma, mean } = this.nuisance;
    weights.at(left, 1);
    const { normal } = weights.normal(left);
    for (let j = 0; j < n; j++) normal.set(j, j, normal.get(j, j) + 1 / sigma[j] ** 2);
    const shares = new CholeskyDecomposition(normal).solve(Matrix.eye(n)).to1DArray();
    const weighted = new Float64Array(left.length);
    for (let i = 0; i < n; i++) {
      solver[i].fill(0);
      unseen[i] = 0;
      for (let j = 0; j < n; j++) unseen[i] += (shares[i * n + j] * mean[j]) / sigma[j] ** 2;
    }
    for (let j = 0; j < n; j++) {
      weights.weighted(j, weighted);
      for (let i = 0; i < n; i++) {
        const share = shares[i * n + j];
        const column = solver[i];
        for (let at = 0; at < weighted.length; at++) column[at] += share * weighted[at];
      }
    }
  }

  /** One round of reweighted least squares. The first rounds look wider, so that a level far off is found. */
  private improve(residual: Float64Array, coefficients: Float64Array, round: number): void {
    const { columns, weights, work: left } = this;
    const { count: n, sigma, mean } = this.nuisance;
    columns.take(residual, coefficients, left);
    weights.at(left, (round === 0 ? 3 : round === 1 ? 1.7 : 1) ** 2);
    const { normal, right } = weights.normal(left);
    for (let j = 0; j < n; j++) {
      normal.set(j, j, normal.get(j, j) + 1 / sigma[j] ** 2);
      right[j] += (mean[j] - coefficients[j]) / sigma[j] ** 2;
    }
    const step = new CholeskyDecomposition(normal).solve(Matrix.columnVector(right)).to1DArray();
    for (let j = 0; j < n; j++) coefficients[j] += step[j];
    this.bounded(coefficients);
  }

  /** Calibrations within what papers may be off by. */
  private bounded(coefficients: Float64Array): Float64Array {
    for (let j = 0; j <= this.cells.units; j++) coefficients[j] = Math.min(MOST_CALIBRATION, Math.max(-MOST_CALIBRATION, coefficients[j]));
    return coefficients;
  }

  /** Cost at coefficients; what is left and the days' costs stay in the work arrays. */
  private costOf(residual: Float64Array, coefficients: Float64Array): number {
    const { units, count } = this.cells;
    const { sigma, mean } = this.nuisance;
    const { work: left, daily: dayCost, cellRow } = this;
    const { own: ownVar, common: commonVar, halfOver, day } = this.variances;
    this.columns.take(residual, coefficients, left);
    dayCost.fill(0);
    let cost = 0;
    for (let k = 0; k < count; ) {
      const row = cellRow[k];
      let dayP = 0;
      let dayY = 0;
      let q = 0;
      // Logarithms of a day's cells are taken together, of their product: they are what this costs most.
      let [lost, product] = [0, 1];
      for (; k < count && cellRow[k] === row; k++) {
        let P = 0;
        let Y = 0;
        for (let at = k * units; at < (k + 1) * units; at++) {
          const r = left[at];
          if (Number.isNaN(r)) continue;
          const half = halfOver[at] * r * r;
          const weight = 1 / (1 + half);
          const precision = weight / ownVar[at];
          P += precision;
          Y += precision * r;
          q += precision * r * r;
          // What the weight takes from the square, the logarithm gives back.
          lost -= half * weight;
          product *= 1 + half;
        }
        if (product > MUCH) {
          lost += Math.log(product);
          product = 1;
        }
        const keep = 1 / (1 + commonVar[k] * P);
        q -= commonVar[k] * keep * Y * Y;
        dayP += P * keep;
        dayY += Y * keep;
      }
      const variance = day[row];
      lost += Math.log(product);
      q = 0.5 * (q - (variance / (1 + variance * dayP)) * dayY * dayY) + SCALE.cell * lost;
      dayCost[row] = SCALE.day * Math.log1p(q / SCALE.day);
      cost += dayCost[row];
    }
    for (let i = 0; i < coefficients.length; i++) cost += 0.5 * ((coefficients[i] - mean[i]) / sigma[i]) ** 2;
    return cost;
  }
}
