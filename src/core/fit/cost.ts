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
  private readonly work: Float64Array;
  private readonly daily: Float64Array;
  private readonly sums: DaySums;

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
    return { cost, coefficients, dayCost: this.daily.slice(), left: this.work.slice() };
  }

  /** The cost alone, after one round from coefficients that aren't changed. */
  costFrom(residual: Float64Array, start: Float64Array): number {
    const coefficients = start.slice();
    this.improve(residual, coefficients, 2);
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
          const precision = 1 / (own * (1 + (0.5 * r * r) / ((own + common + dayVariance) * SCALE.cell * wide)));
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
