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
  /** Coefficients as sums over the residuals, for `costFrom`: `(cell × units + unit) × coefficients + coefficient`. */
  private readonly solver: Float64Array;
  private readonly solved: Float64Array;
  /** What they are where every residual is nothing: drawn to what is expected of them. */
  private readonly unseen: Float64Array;
  /** Variances of what a cell's units have in common and of a unit's own; and a half over all of a cell's variance, in the scale of its tails. */
  private readonly commonVar: Float64Array;
  private readonly ownVar: Float64Array;
  private readonly halfOver: Float64Array;
  /** By how much a cell's model follows what may be off, by `cell × units + unit`, and the shared columns times that. */
  private readonly reach: Float64Array;
  private readonly columns: Float64Array;

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
    this.solved = new Float64Array(nuisance.count);
    this.unseen = new Float64Array(nuisance.count);
    this.solver = new Float64Array(cells.count * cells.units * nuisance.count);
    this.reach = new Float64Array(cells.count * cells.units).fill(1);
    this.columns = nuisance.values.slice();
    this.commonVar = noise.cell.map((spread) => spread ** 2);
    this.ownVar = noise.own.map((spread) => spread ** 2);
    this.halfOver = this.ownVar.map((own, at) => {
      const k = Math.floor(at / cells.units);
      return 0.5 / ((own + this.commonVar[k] + noise.day[cellRow[k]] ** 2) * SCALE.cell);
    });
  }

  /**
   * How much the model follows a change of what may be off: nothing where it stands at a limit, is off or hidden. Holds from the next fit on.
   * @param reach relative change of the model for one of the array, by `cell × units + unit`
   */
  reachBy(reach: Float64Array): void {
    this.reach.set(reach);
    const { shared, values } = this.nuisance;
    for (let at = 0; at < reach.length; at++)
      for (let c = 0; c < shared; c++) this.columns[at * shared + c] = reach[at] * values[at * shared + c];
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
    return this.costOf(residual, this.solve(residual));
  }

  /** What may be off with the weights of the last `weighFor`: a start for `evaluate` near to where it ends. The array is used again. */
  solve(residual: Float64Array): Float64Array {
    const { solver, solved } = this;
    const { units } = this.cells;
    const n = solved.length;
    solved.set(this.unseen);
    for (let at = 0; at < residual.length; at++) {
      const r = residual[at];
      // Unknown, or exactly as modelled.
      if (!(r < 0 || r > 0)) continue;
      const first = at * n;
      for (let j = 0; j < n; j++) solved[j] += solver[first + j] * r;
    }
    for (let j = 0; j <= units; j++) solved[j] = Math.min(MOST_CALIBRATION, Math.max(-MOST_CALIBRATION, solved[j]));
    return solved;
  }

  /** Fixes the weights of `costFrom` at a fit. @param left residuals less what may be off, as `evaluate` gives them */
  weighFor(left: Float64Array): void {
    const { units, count } = this.cells;
    const { count: n, sigma, mean, shared } = this.nuisance;
    const { noise, ownVar, halfOver, commonVar, reach, columns } = this;
    const size = count * units;
    const weighted = Array.from({ length: n }, () => new Float64Array(size));
    const column = (j: number, at: number) => (j < units ? (at % units === j ? reach[at] : 0) : columns[at * shared + j - units]);
    const precision = new Float64Array(size);
    for (let k = 0; k < count; ) {
      const row = this.cellRow[k];
      const first = k;
      const variance = noise.day[row] ** 2;
      let [dayP, dayY, q] = [0, 0, 0];
      for (; k < count && this.cellRow[k] === row; k++) {
        const common = commonVar[k];
        let [P, Y] = [0, 0];
        for (let at = k * units; at < (k + 1) * units; at++) {
          const r = left[at];
          if (Number.isNaN(r)) continue;
          precision[at] = 1 / (ownVar[at] * (1 + halfOver[at] * r * r));
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
          const common = commonVar[c];
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
          const keep = 1 / (1 + commonVar[c] * P);
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
    const { solver } = this;
    const shares = inverse.to1DArray();
    for (let i = 0; i < n; i++) {
      this.unseen[i] = 0;
      for (let j = 0; j < n; j++) this.unseen[i] += (shares[i * n + j] * mean[j]) / sigma[j] ** 2;
    }
    for (let at = 0; at < size; at++) {
      for (let i = 0; i < n; i++) {
        let sum = 0;
        for (let j = 0; j < n; j++) sum += shares[i * n + j] * weighted[j][at];
        solver[at * n + i] = sum;
      }
    }
  }

  /** Residuals less what may be off. */
  private take(residual: Float64Array, coefficients: Float64Array, out: Float64Array): void {
    const { units, count } = this.cells;
    const { shared } = this.nuisance;
    const { reach, columns } = this;
    let first = 0;
    for (let k = 0; k < count; k++) {
      for (let u = 0; u < units; u++) {
        const at = k * units + u;
        let off = coefficients[u] * reach[at];
        for (let c = 0; c < shared; c++) off += coefficients[units + c] * columns[first + c];
        out[at] = residual[at] - off;
        first += shared;
      }
    }
  }

  /** One round of reweighted least squares. */
  private improve(residual: Float64Array, coefficients: Float64Array, round: number): void {
    const { units, count } = this.cells;
    const { count: n, sigma, mean, shared } = this.nuisance;
    const { work: left, sums, noise, ownVar, halfOver, commonVar, reach, columns } = this;
    this.take(residual, coefficients, left);
    const normal = new Float64Array(n * n);
    const right = new Float64Array(n);
    for (let j = 0; j < n; j++) {
      normal[j * n + j] = 1 / sigma[j] ** 2;
      right[j] = (mean[j] - coefficients[j]) / sigma[j] ** 2;
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
        const common = commonVar[k];
        for (let u = 0; u < units; u++) {
          const at = k * units + u;
          const r = left[at];
          if (Number.isNaN(r)) continue;
          const whole = 1 / (ownVar[at] * (1 + (halfOver[at] * r * r) / wide));
          // With one unit what its hour has in common is its own as well: no need to take it off again below.
          const precision = units === 1 ? whole / (1 + common * whole) : whole;
          const weighted = precision * r;
          P += precision;
          Y += weighted;
          dayQ += weighted * r;
          const own = reach[at];
          cellX[u] += precision * own;
          xy[u] += weighted * own;
          xx[u * n + u] += precision * own * own;
          const first = at * shared;
          for (let c = 0; c < shared; c++) {
            const value = columns[first + c];
            const scaled = precision * value;
            const i = (units + c) * n;
            cellX[units + c] += scaled;
            xy[units + c] += weighted * value;
            xx[i + u] += scaled * own;
            for (let d = 0; d <= c; d++) xx[i + units + d] += scaled * columns[first + d];
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
      if (i <= units) coefficients[i] = Math.min(MOST_CALIBRATION, Math.max(-MOST_CALIBRATION, coefficients[i]));
    }
  }

  /** Cost at coefficients; what is left and the days' costs stay in the work arrays. */
  private costOf(residual: Float64Array, coefficients: Float64Array): number {
    const { units, count } = this.cells;
    const { sigma, mean } = this.nuisance;
    const { work: left, daily: dayCost, commonVar, ownVar, halfOver, cellRow, noise } = this;
    this.take(residual, coefficients, left);
    dayCost.fill(0);
    let cost = 0;
    for (let k = 0; k < count; ) {
      const row = cellRow[k];
      let dayP = 0;
      let dayY = 0;
      let q = 0;
      let lost = 0;
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
          lost += Math.log(1 + half) - half * weight;
        }
        const keep = 1 / (1 + commonVar[k] * P);
        q -= commonVar[k] * keep * Y * Y;
        dayP += P * keep;
        dayY += Y * keep;
      }
      const variance = noise.day[row] ** 2;
      q = 0.5 * (q - (variance / (1 + variance * dayP)) * dayY * dayY) + SCALE.cell * lost;
      dayCost[row] = SCALE.day * Math.log1p(q / SCALE.day);
      cost += dayCost[row];
    }
    for (let i = 0; i < coefficients.length; i++) cost += 0.5 * ((coefficients[i] - mean[i]) / sigma[i]) ** 2;
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
