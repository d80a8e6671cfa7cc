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
  /** Residuals less those, by cell and unit. */
  left: Float64Array;
}

/**
 * Holds residuals against their scatter, with everything that may be off fitted on the way.
 *
 * A residual is what its day has in common, what its hour has in common and what is the unit's own, each normal; what days and hours have in common is
 * integrated out exactly, so that a day counts as a day and not as its intervals. Outliers count by their logarithm.
 * Source of the form: random effects by Laird & Ware 1982.
 */
export class Costs {
  private readonly rows: number;
  private readonly work: Float64Array;

  constructor(
    private readonly cells: Cells,
    private readonly cellRow: ArrayLike<number>,
    private readonly noise: Noise,
    private readonly nuisance: Nuisance,
    rows: number,
  ) {
    this.rows = rows;
    this.work = new Float64Array(cells.count * cells.units);
  }

  /** @param start coefficients to begin with; absent, from none @param rounds of reweighting */
  evaluate(residual: Float64Array, start?: Float64Array, rounds = start ? 1 : 6): Fitness {
    const coefficients = start ? start.slice() : new Float64Array(this.nuisance.count);
    for (let round = 0; round < rounds; round++) this.improve(residual, coefficients, start ? 2 : round);
    return this.costOf(residual, coefficients);
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
    const left = this.work;
    this.take(residual, coefficients, left);
    const normal = new Float64Array(n * n);
    const right = new Float64Array(n);
    for (let j = 0; j < n; j++) normal[j * n + j] = 1 / sigma[j] ** 2;
    const dayXX = new Float64Array(n * n);
    const dayX = new Float64Array(n);
    const dayXY = new Float64Array(n);
    const cellX = new Float64Array(n);
    const x = new Float64Array(n);
    // The first rounds look wider, so that a level far off is found.
    const wide = round === 0 ? 3 : round === 1 ? 1.7 : 1;
    for (let k = 0; k < count; ) {
      const row = this.cellRow[k];
      dayXX.fill(0);
      dayX.fill(0);
      dayXY.fill(0);
      let [dayP, dayY, dayQ] = [0, 0, 0];
      for (; k < count && this.cellRow[k] === row; k++) {
        cellX.fill(0);
        let [P, Y] = [0, 0];
        const common = this.noise.cell[k] ** 2;
        for (let u = 0; u < units; u++) {
          const at = k * units + u;
          const r = left[at];
          if (Number.isNaN(r)) continue;
          const own = this.noise.own[at] ** 2;
          const total = own + common + this.noise.day[row] ** 2;
          const weight = 1 / (1 + (0.5 * r * r) / total / SCALE.cell / wide ** 2);
          const precision = weight / own;
          P += precision;
          Y += precision * r;
          dayQ += precision * r * r;
          x.fill(0);
          x[u] = 1;
          for (let c = 0; c < shared; c++) x[units + c] = values[at * shared + c];
          for (let i = 0; i < n; i++) {
            if (x[i] === 0) continue;
            cellX[i] += precision * x[i];
            dayXY[i] += precision * x[i] * r;
            for (let j = 0; j <= i; j++) dayXX[i * n + j] += precision * x[i] * x[j];
          }
        }
        const shrink = common / (1 + common * P);
        const keep = 1 / (1 + common * P);
        dayQ -= shrink * Y * Y;
        for (let i = 0; i < n; i++) {
          dayXY[i] -= shrink * cellX[i] * Y;
          for (let j = 0; j <= i; j++) dayXX[i * n + j] -= shrink * cellX[i] * cellX[j];
          dayX[i] += keep * cellX[i];
        }
        dayP += keep * P;
        dayY += keep * Y;
      }
      const variance = this.noise.day[row] ** 2;
      const shrink = variance / (1 + variance * dayP);
      const q = dayQ - shrink * dayY * dayY;
      const trust = 1 / (1 + (0.5 * q) / SCALE.day / wide ** 2);
      for (let i = 0; i < n; i++) {
        right[i] += trust * (dayXY[i] - shrink * dayX[i] * dayY);
        for (let j = 0; j <= i; j++) normal[i * n + j] += trust * (dayXX[i * n + j] - shrink * dayX[i] * dayX[j]);
      }
    }
    for (let i = 0; i < n; i++) {
      right[i] -= coefficients[i] / sigma[i] ** 2;
      for (let j = 0; j < i; j++) normal[j * n + i] = normal[i * n + j];
    }
    const step = new CholeskyDecomposition(Matrix.from1DArray(n, n, normal)).solve(Matrix.columnVector(right)).to1DArray();
    for (let i = 0; i < n; i++) {
      coefficients[i] += step[i];
      if (i < units) coefficients[i] = Math.min(MOST_CALIBRATION, Math.max(-MOST_CALIBRATION, coefficients[i]));
    }
  }

  private costOf(residual: Float64Array, coefficients: Float64Array): Fitness {
    const { units, count } = this.cells;
    const { sigma } = this.nuisance;
    const left = new Float64Array(count * units);
    this.take(residual, coefficients, left);
    const dayCost = new Float64Array(this.rows);
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
    return { cost, dayCost, coefficients, left };
  }
}
