const FIRST_SIZE = 1024;

/** Numbers whose count isn't known beforehand: half the memory of a plain list, and no boxes. */
export class Growing {
  private values = new Float64Array(FIRST_SIZE);
  length = 0;

  push(value: number): void {
    if (this.length === this.values.length) {
      const larger = new Float64Array(this.values.length * 2);
      larger.set(this.values);
      this.values = larger;
    }
    this.values[this.length++] = value;
  }

  /** What was pushed, without a copy. */
  taken(): Float64Array {
    return this.values.subarray(0, this.length);
  }
}
