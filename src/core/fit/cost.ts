import { CholeskyDecomposition, Matrix } from "ml-matrix";
import type { Cells } from "./cells";
import type { Noise } from "./noise";
import type { Nuisance } from "./nuisance";

/**
 * From so much on, in natural logarithms, a day and an hour speak by the logarithm of their misfit only: what a model doesn't know is no evidence of
 * whatever fits best. (Tails as Student's, Lange, Little & Taylor 1989.)
 */
export const SCALE = { day: 8, cell: 4 } as const;
/** A calibration beyond this is a cause of its own. */
export const MOST_CALIBRATION = 0.11;

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
 * Source of the form: random effects by Laird & Ware 1982.
 */
export class Costs {
  private readonly work: Float64Array;
  private readonly daily: Float64Array;
  private readonly sums: DaySums;
  /** Coefficients as sums over the residuals, for `costFrom`. */
  private solver: Float64Array[] = [];

  constructor(
    private readonly cells: Cells,
    private readonly cellRow: ArrayLike<number>,
    private readonly noise: Noise,
    private readonly nuisance: Nuisance,
    rows: number,
  ) {
    this.work = new Float64Array(cells.count * cells.units);
    this.daily = new Float64Array(rows);
    this.sums = new DaySums(nuisance.count);
  }

  /** @param start coefficients to begin with; absent, from none @param rounds of reweighting */
  evaluate(residual: Float64Array, start?: Float64Array, rounds = start ? 1 : 6): Fitness {
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
    const { units } = this.cells;
    const coefficients = new Float64Array(this.nuisance.count);
    this.solver.forEach((row, j) => {
      let sum = 0;
      for (let at = 0; at < row.length; at++) if (row[at] !== 0) sum += row[at] * residual[at];
      coefficients[j] = j < units ? Math.min(MOST_CALIBRATION, Math.max(-MOST_CALIBRATION, sum)) : sum;
    });
    return this.costOf(residual, coefficients);
  }

  /** Fixes the weights of `costFrom` at a fit. @param left residuals less what may be off, as `evaluate` gives them */
  weighFor(left: Float64Array): void {
    const { units, count } = this.cells;
    const { count: n, sigma, shared, values } = this.nuisance;
    const { noise } = this;
    const size = count * units;
    const weighted = Array.from({ length: n }, () => new Float64Array(size));
    const column = (j: number, at: number) => (j < units ? (at % units === j ? 1 : 0) : values[at * shared + j - units]);
    const precision = new Float64Array(size);
    for (let k = 0; k < count; ) {
      const row = this.cellRow[k];
      const first = k;
      const variance = noise.day[row] ** 2;
      let [dayP, dayY, q] = [0, 0, 0];
      for (; k < count && this.cellRow[k] === row; k++) {
        const common = noise.cell[k] ** 2;
        let [P, Y] = [0, 0];
        for (let at = k * units; at < (k + 1) * units; at++) {
          const r = left[at];
          if (Number.isNaN(r)) continue;
          const own = noise.own[at] ** 2;
          precision[at] = 1 / (own * (1 + (0.5 * r * r) / ((own + common + variance) * SCALE.cell)));
          P += precision[at];
          Y += precision[at] * r;
          q += precision[at] * r * r;
        }
        q -= (common / (1 + common * P)) * Y * Y;
        dayP += P / (1 + common * P);
        dayY += Y / (1 + common * P);
      }
      const shrink = variance / (1 + variance * dayP);
      const trust = 1 / (1 + (0.5 * (q - shrink * dayY * dayY)) / SCALE.day);
      for (let j = 0; j < n; j++) {
        const out = weighted[j];
        let dayX = 0;
        for (let c = first; c < k; c++) {
          const common = noise.cell[c] ** 2;
          let [P, X] = [0, 0];
          for (let at = c * units; at < (c + 1) * units; at++) {
            P += precision[at];
            X += precision[at] * column(j, at);
          }
          const keep = 1 / (1 + common * P);
          for (let at = c * units; at < (c + 1) * units; at++) out[at] = trust * precision[at] * (column(j, at) - common * keep * X);
          dayX += keep * X;
        }
        for (let c = first; c < k; c++) {
          let P = 0;
          for (let at = c * units; at < (c + 1) * units; at++) P += precision[at];
          const keep = 1 / (1 + noise.cell[c] ** 2 * P);
          for (let at = c * units; at < (c + 1) * units; at++) out[at] -= trust * precision[at] * keep * shrink * dayX;
        }
      }
    }
    const normal = Matrix.zeros(n, n);
    for (let i = 0; i < n; i++) {
      for (let j = 0; j <= i; j++) {
        let sum = i === j ? 1 / sigma[j] ** 2 : 0;
        for (let at = 0; at < size; at++) if (weighted[j][at] !== 0) sum += column(i, at) * weighted[j][at];
        normal.set(i, j, sum);
        normal.set(j, i, sum);
      }
    }
    const inverse = new CholeskyDecomposition(normal).solve(Matrix.eye(n));
    this.solver = Array.from({ length: n }, (_, i) => {
      const row = new Float64Array(size);
      for (let j = 0; j < n; j++) {
        const share = inverse.get(i, j);
        for (let at = 0; at < size; at++) row[at] += share * weighted[j][at];
      }
      return row;
    });
  }

  private take(residual: Float64Array, coefficients: Float64Array, out: Float64Array): void {
    const { units, count } = this.cells;
    const { shared, values } = this.nuisance;
    for (let at = 0; at < count * units; at++) {
      let off = coefficients[at % units];
      const first = at * shared;
      for (let c = 0; c < shared; c++) off += coefficients[units + c] * values[first + c];
      out[at] = residual[at] - off;
    }
  }

  /** One round of reweighted least squares. */
  private improve(residual: Float64Array, coefficients: Float64Array, round: number): void {
    const { units, count } = this.cells;
    const { count: n, sigma, shared, values } = this.nuisance;
    const { work: left, sums, noise } = this;
    this.take(residual, coefficients, left);
    const normal = new Float64Array(n * n);
    const right = new Float64Array(n);
    for (let j = 0; j < n; j++) {
      normal[j * n + j] = 1 / sigma[j] ** 2;
      right[j] = -coefficients[j] / sigma[j] ** 2;
    }
    const { xx, x: dayX, xy, cellX } = sums;
    // The first rounds look wider, so that a level far off is found.
    const wide = (round === 0 ? 3 : round === 1 ? 1.7 : 1) ** 2;
    for (let k = 0; k < count; ) {
      const row = this.cellRow[k];
      sums.clear();
      const dayVariance = noise.day[row] ** 2;
      let [dayP, dayY, dayQ] = [0, 0, 0];
      for (; k < count && this.cellRow[k] === row; k++) {
        cellX.fill(0);
        let [P, Y] = [0, 0];
        const common = noise.cell[k] ** 2;
        for (let u = 0; u < units; u++) {
          const at = k * units + u;
          const r = left[at];
          if (Number.isNaN(r)) continue;
          const own = noise.own[at] ** 2;
          const whole = 1 / (own * (1 + (0.5 * r * r) / ((own + common + dayVariance) * SCALE.cell * wide)));
          // With one unit what its hour has in common is its own as well: no need to take it off again below.
          const precision = units === 1 ? whole / (1 + common * whole) : whole;
          const weighted = precision * r;
          P += precision;
          Y += weighted;
          dayQ += weighted * r;
          cellX[u] += precision;
          xy[u] += weighted;
          xx[u * n + u] += precision;
          const first = at * shared;
          for (let c = 0; c < shared; c++) {
            const value = values[first + c];
            const scaled = precision * value;
            const i = (units + c) * n;
            cellX[units + c] += scaled;
            xy[units + c] += weighted * value;
            xx[i + u] += scaled;
            for (let d = 0; d <= c; d++) xx[i + units + d] += scaled * values[first + d];
          }
        }
        if (units === 1) {
          for (let i = 0; i < n; i++) dayX[i] += cellX[i];
          dayP += P;
          dayY += Y;
          continue;
        }
        const keep = 1 / (1 + common * P);
        const shrink = common * keep;
        dayQ -= shrink * Y * Y;
        for (let i = 0; i < n; i++) {
          const value = cellX[i];
          if (value === 0) continue;
          xy[i] -= shrink * value * Y;
          for (let j = 0; j <= i; j++) xx[i * n + j] -= shrink * value * cellX[j];
          dayX[i] += keep * value;
        }
        dayP += keep * P;
        dayY += keep * Y;
      }
      const shrink = dayVariance / (1 + dayVariance * dayP);
      const trust = 1 / (1 + (0.5 * (dayQ - shrink * dayY * dayY)) / SCALE.day / wide);
      for (let i = 0; i < n; i++) {
        right[i] += trust * (xy[i] - shrink * dayX[i] * dayY);
        for (let j = 0; j <= i; j++) normal[i * n + j] += trust * (xx[i * n + j] - shrink * dayX[i] * dayX[j]);
      }
    }
    for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) normal[j * n + i] = normal[i * n + j];
    const step = new CholeskyDecomposition(Matrix.from1DArray(n, n, normal)).solve(Matrix.columnVector(right)).to1DArray();
    for (let i = 0; i < n; i++) {
      coefficients[i] += step[i];
      if (i < units) coefficients[i] = Math.min(MOST_CALIBRATION, Math.max(-MOST_CALIBRATION, coefficients[i]));
    }
  }

  /** Cost at coefficients; what is left and the days' costs stay in the work arrays. */
  private costOf(residual: Float64Array, coefficients: Float64Array): number {
    const { units, count } = this.cells;
    const { sigma } = this.nuisance;
    const { work: left, daily: dayCost } = this;
    this.take(residual, coefficients, left);
    dayCost.fill(0);
    let cost = 0;
    for (let k = 0; k < count; ) {
      const row = this.cellRow[k];
      let [dayP, dayY, q, lost] = [0, 0, 0, 0];
      for (; k < count && this.cellRow[k] === row; k++) {
        const common = this.noise.cell[k] ** 2;
        let [P, Y] = [0, 0];
        for (let u = 0; u < units; u++) {
          const at = k * units + u;
          const r = left[at];
          if (Number.isNaN(r)) continue;
          const own = this.noise.own[at] ** 2;
          const half = (0.5 * r * r) / (own + common + this.noise.day[row] ** 2) / SCALE.cell;
          const weight = 1 / (1 + half);
          const precision = weight / own;
          P += precision;
          Y += precision * r;
          q += precision * r * r;
          // What the weight takes from the square, the logarithm gives back.
          lost += SCALE.cell * (Math.log1p(half) - half * weight);
        }
        q -= (common / (1 + common * P)) * Y * Y;
        dayP += P / (1 + common * P);
        dayY += Y / (1 + common * P);
      }
      const variance = this.noise.day[row] ** 2;
      q = 0.5 * (q - (variance / (1 + variance * dayP)) * dayY * dayY) + lost;
      dayCost[row] = SCALE.day * Math.log1p(q / SCALE.day);
      cost += dayCost[row];
    }
    for (let i = 0; i < coefficients.length; i++) cost += 0.5 * (coefficients[i] / sigma[i]) ** 2;
    return cost;
  }
}

/** Sums of a day on the way to the normal equations. */
class DaySums {
  readonly xx: Float64Array;
  readonly x: Float64Array;
  readonly xy: Float64Array;
  readonly cellX: Float64Array;

  constructor(n: number) {
    this.xx = new Float64Array(n * n);
    this.x = new Float64Array(n);
    this.xy = new Float64Array(n);
    this.cellX = new Float64Array(n);
  }

  clear(): void {
    this.xx.fill(0);
    this.x.fill(0);
    this.xy.fill(0);
  }
}
