import type { Axis } from "./axis";

/** Arrays that are used again at every step of a search: a year's points by the thousand would keep the collector busy. */
export class Scratch {
  private readonly arrays: Float64Array[] = [];
  private used = 0;

  constructor(private readonly count: number) {}

  take(): Float64Array {
    if (this.used === this.arrays.length) this.arrays.push(new Float64Array(this.count));
    return this.arrays[this.used++];
  }

  /** Everything that was taken may be overwritten from now on. */
  reset(): void {
    this.used = 0;
  }
}

/**
 * A value for every point of an axis. While a search lends the axis its scratch, the array is good until the search's next step.
 * @param value by the point's number
 */
export function pointwise(on: Axis, value: (p: number) => number): Float64Array {
  const out = on.scratch ? on.scratch.take() : new Float64Array(on.count);
  for (let p = 0; p < on.count; p++) out[p] = value(p);
  return out;
}
