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
