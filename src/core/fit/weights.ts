import { Matrix } from "ml-matrix";
import type { Columns } from "./columns";

/**
 * From so much on, in natural logarithms, a day and an hour speak by the logarithm of their misfit only: what a model doesn't know is no evidence of
 * whatever fits best. (Tails as Student's, Lange, Little & Taylor 1989.)
 */
export const SCALE = { day: 8, cell: 4 } as const;

/** Variances of what residuals are made of. */
export interface Variances {
  /** What a day has in common, by row of the day index. */
  day: Float64Array;
  /** What the units of a cell have in common. */
  common: Float64Array;
  /** A unit's own, by `cell × units + unit`; and a half over all of a cell's variance, in the scale of its tails. */
  own: Float64Array;
  halfOver: Float64Array;
}

/**
 * What each residual counts for at a fit: its own precision, what its cell and its day have in common integrated out, and how far its day is trusted at all.
 * Source of the form: random effects by Laird & Ware 1982, reweighted as Student's tails.
 */
export class Weights {
  /** By `cell × units + unit`: precision, and the same times the trust in its day. */
  private readonly precision: Float64Array;
  private readonly trusted: Float64Array;
  /** By cell: the part that is left of what its units say together, what they have in common to take off again, and the sum of what they say. */
  private readonly keep: Float64Array;
  private readonly shrinkCell: Float64Array;
  private readonly cellY: Float64Array;
  /** By row: trust, and the same times what the day has in common to take off again; the sum of what it says. */
  private readonly trust: Float64Array;
  private readonly shrinkDay: Float64Array;
  private readonly dayY: Float64Array;
  /** Sums of the columns over a cell's units and over a day's cells, by column. */
  private readonly cellX: Float64Array[];
  private readonly dayX: Float64Array[];

  constructor(
    private readonly columns: Columns,
    private readonly cellRow: ArrayLike<number>,
    private readonly variances: Variances,
  ) {
    const { size, units, count } = columns;
    const cells = size / units;
    const rows = variances.day.length;
    const of = (length: number) => new Float64Array(length);
    [this.precision, this.trusted] = [of(size), of(size)];
    [this.keep, this.shrinkCell, this.cellY] = [of(cells), of(cells), of(cells)];
    [this.trust, this.shrinkDay, this.dayY] = [of(rows), of(rows), of(rows)];
    this.cellX = Array.from({ length: units > 1 ? count : 0 }, () => of(cells));
    this.dayX = Array.from({ length: count }, () => of(rows));
  }

  /** @param left residuals less what may be off @param wide by how much further than its tails a residual may lie, squared */
  at(left: Float64Array, wide: number): void {
    const { precision, trusted, keep, shrinkCell, cellY, trust, shrinkDay, dayY, cellRow } = this;
    const { own, halfOver, common, day } = this.variances;
    const { units } = this.columns;
    const cells = keep.length;
    for (let k = 0; k < cells; ) {
      const row = cellRow[k];
      const first = k;
      let [P, Y, Q] = [0, 0, 0];
      for (; k < cells && cellRow[k] === row; k++) {
        let [cellP, y] = [0, 0];
        for (let at = k * units; at < (k + 1) * units; at++) {
          const r = left[at];
          if (Number.isNaN(r)) {
            precision[at] = 0;
            continue;
          }
          const weight = 1 / (own[at] * (1 + (halfOver[at] * r * r) / wide));
          precision[at] = weight;
          cellP += weight;
          y += weight * r;
          Q += weight * r * r;
        }
        keep[k] = 1 / (1 + common[k] * cellP);
        shrinkCell[k] = common[k] * keep[k];
        cellY[k] = y;
        Q -= shrinkCell[k] * y * y;
        P += keep[k] * cellP;
        Y += keep[k] * y;
      }
      const shrink = day[row] / (1 + day[row] * P);
      trust[row] = 1 / (1 + (0.5 * (Q - shrink * Y * Y)) / SCALE.day / wide);
      shrinkDay[row] = trust[row] * shrink;
      dayY[row] = Y;
      for (let c = first; c < k; c++) {
        // With one unit what its cell has in common is its own as well.
        const scale = units === 1 ? keep[c] * trust[row] : trust[row];
        for (let at = c * units; at < (c + 1) * units; at++) trusted[at] = scale * precision[at];
        shrinkCell[c] *= trust[row];
      }
    }
    this.sumColumns();
  }

  private sumColumns(): void {
    const { columns, precision, keep, cellX, dayX, cellRow } = this;
    const { units } = columns;
    for (let j = 0; j < columns.count; j++) {
      const { values, first, step } = columns.of(j);
      const days = dayX[j].fill(0);
      if (units === 1) {
        for (let k = 0; k < keep.length; k++) days[cellRow[k]] += keep[k] * precision[k] * values[k];
        continue;
      }
      const cells = cellX[j];
      for (let k = 0; k < keep.length; k++) {
        let sum = 0;
        const base = k * units;
        for (let u = first; u < units; u += step) sum += precision[base + u] * values[base + u];
        cells[k] = sum;
        days[cellRow[k]] += keep[k] * sum;
      }
    }
  }

  /** Sums of columns by columns, and of columns by residuals. @param left the residuals that the weights were made at */
  normal(left: Float64Array): { normal: Matrix; right: Float64Array } {
    const { columns, trusted, shrinkCell, shrinkDay, cellX, dayX, cellY, dayY } = this;
    const n = columns.count;
    const normal = Matrix.zeros(n, n);
    const right = new Float64Array(n);
    const scaled = new Float64Array(trusted.length);
    const known = left.map((r) => (Number.isNaN(r) ? 0 : r));
    for (let i = 0; i < n; i++) {
      const one = columns.of(i);
      for (let at = one.first; at < scaled.length; at += one.step) scaled[at] = trusted[at] * one.values[at];
      right[i] = along(scaled, known, one.first, one.step) - triple(shrinkDay, dayX[i], dayY);
      if (cellX.length > 0) right[i] -= triple(shrinkCell, cellX[i], cellY);
      for (let j = 0; j <= i; j++) {
        const other = columns.of(j);
        // Two units' own columns never meet; else the sparser one tells where both are.
        const meet = other.step === 1 || i === j;
        const [first, step] = one.step > 1 ? [one.first, one.step] : [other.first, other.step];
        let sum = meet || one.step === 1 ? along(scaled, other.values, first, step) : 0;
        sum -= triple(shrinkDay, dayX[i], dayX[j]);
        if (cellX.length > 0) sum -= triple(shrinkCell, cellX[i], cellX[j]);
        normal.set(i, j, sum);
        normal.set(j, i, sum);
      }
    }
    return { normal, right };
  }

  /** What each residual adds to the right side of a column's equation. */
  weighted(j: number, out: Float64Array): void {
    const { columns, trusted, precision, keep, shrinkCell, shrinkDay, cellX, dayX, cellRow } = this;
    const { units } = columns;
    const { values, first, step } = columns.of(j);
    out.fill(0);
    for (let at = first; at < out.length; at += step) out[at] = trusted[at] * values[at];
    for (let k = 0; k < keep.length; k++) {
      const row = cellRow[k];
      const common = shrinkDay[row] * keep[k] * dayX[j][row] + (units > 1 ? shrinkCell[k] * cellX[j][k] : 0);
      if (common === 0) continue;
      for (let at = k * units; at < (k + 1) * units; at++) out[at] -= precision[at] * common;
    }
  }
}

function along(a: Float64Array, b: Float64Array, first: number, step: number): number {
  let sum = 0;
  if (step === 1) for (let at = first; at < a.length; at++) sum += a[at] * b[at];
  else for (let at = first; at < a.length; at += step) sum += a[at] * b[at];
  return sum;
}

function triple(a: Float64Array, b: Float64Array, c: Float64Array): number {
  let sum = 0;
  for (let k = 0; k < a.length; k++) sum += a[k] * b[k] * c[k];
  return sum;
}
