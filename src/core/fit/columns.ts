import type { Nuisance } from "./nuisance";

/**
 * What may be off, as columns over cells and units (entry `cell × units + unit`): one of each unit's own first, which is nothing elsewhere, then those that all
 * share. Each is kept by itself: sums over columns are what a fit spends its time on, and run several times quicker along memory.
 */
export class Columns {
  readonly count: number;
  /** By how much the model of a cell follows what may be off: the value of a unit's own column in its own entries. */
  private readonly reach: Float64Array;
  private readonly shared: Float64Array[];

  constructor(
    private readonly nuisance: Nuisance,
    readonly units: number,
    readonly size: number,
  ) {
    this.count = nuisance.count;
    this.reach = new Float64Array(size);
    this.shared = Array.from({ length: nuisance.shared }, () => new Float64Array(size));
    this.reachBy(new Float64Array(size).fill(1));
  }

  /** Scales every entry by how much its model follows. */
  reachBy(reach: Float64Array): void {
    this.reach.set(reach);
    const { shared: count, values } = this.nuisance;
    this.shared.forEach((column, c) => {
      for (let at = 0; at < column.length; at++) column[at] = reach[at] * values[at * count + c];
    });
  }

  /** A column, the first entry that is its own and how far apart those are: others don't count. */
  of(j: number): { values: Float64Array; first: number; step: number } {
    const { units, reach, shared } = this;
    return j < units ? { values: reach, first: j, step: units } : { values: shared[j - units], first: 0, step: 1 };
  }

  /** Residuals less what coefficients make of the columns. */
  take(residual: Float64Array, coefficients: ArrayLike<number>, out: Float64Array): void {
    out.set(residual);
    for (let j = 0; j < this.count; j++) {
      const { values, first, step } = this.of(j);
      const coefficient = coefficients[j];
      for (let at = first; at < out.length; at += step) out[at] -= coefficient * values[at];
    }
  }
}
