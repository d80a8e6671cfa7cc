/** A value to so many decimals, halves upwards. For what is shown or written, never between steps of a calculation. */
export function round(value: number, digits = 2): number {
  return Math.round(value * 10 ** digits) / 10 ** digits;
}

/** A number for a sentence: three figures, no more. */
export function told(value: number): string {
  return String(Number(value.toPrecision(3)));
}
