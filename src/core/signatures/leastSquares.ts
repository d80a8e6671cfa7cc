/** What a fit of columns to values leaves. */
export interface LinearFit {
  /** One a column. */
  coefficients: number[];
  /** Sum of squared rests. */
  error: number;
  /** Standard error of each coefficient, rests taken as independent. */
  errors: number[];
}

/**
 * Least squares by the normal equations, for a handful of columns.
 * @param rows one a value, each with its columns
 * @returns null where the columns can't be told apart
 */
export function leastSquares(rows: readonly (readonly number[])[], values: readonly number[]): LinearFit | null {
  const size = rows[0]?.length ?? 0;
  if (rows.length <= size || size === 0) return null;
  // Beside the normal matrix its inverse comes about.
  const work = Array.from({ length: size }, (_, a) =>
    Array.from({ length: 2 * size + 1 }, (_unused, b) =>
      b < size
        ? rows.reduce((sum, row) => sum + row[a] * row[b], 0)
        : b === 2 * size
          ? rows.reduce((sum, row, k) => sum + row[a] * values[k], 0)
          : b - size === a
            ? 1
            : 0,
    ),
  );
  for (let a = 0; a < size; a++) {
    const pivot = work.slice(a).reduce((best, row, k) => (Math.abs(row[a]) > Math.abs(work[best][a]) ? a + k : best), a);
    if (Math.abs(work[pivot][a]) < 1e-12) return null;
    [work[a], work[pivot]] = [work[pivot], work[a]];
    const scale = work[a][a];
    for (let c = 0; c <= 2 * size; c++) work[a][c] /= scale;
    for (let b = 0; b < size; b++) {
      if (b === a) continue;
      const by = work[b][a];
      for (let c = 0; c <= 2 * size; c++) work[b][c] -= by * work[a][c];
    }
  }
  const coefficients = work.map((row) => row[2 * size]);
  const error = rows.reduce((sum, row, k) => sum + (values[k] - row.reduce((fit, x, a) => fit + x * coefficients[a], 0)) ** 2, 0);
  const variance = error / (rows.length - size);
  return { coefficients, error, errors: work.map((row, a) => Math.sqrt(Math.max(0, variance * row[size + a]))) };
}
