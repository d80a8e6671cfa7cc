import { determinant, inverse, Matrix } from "ml-matrix";

/** What a fit of columns to values leaves. */
export interface LinearFit {
  /** One a column. */
  coefficients: number[];
  /** Sum of squared rests. */
  error: number;
  /** Standard error of each coefficient, rests taken as independent. */
  errors: number[];
}

/** Columns whose normal matrix is this near to singular can't be told apart. */
const LEAST_DETERMINATION = 1e-12;

/**
 * Least squares with standard errors, by the normal equations: for a handful of columns.
 * @param rows one a value, each with its columns
 * @returns null where the columns can't be told apart, or are as many as the values
 */
export function leastSquares(rows: readonly (readonly number[])[], values: readonly number[]): LinearFit | null {
  const size = rows[0]?.length ?? 0;
  if (size === 0 || rows.length <= size) return null;
  const columns = new Matrix(rows.map((row) => [...row]));
  const normal = columns.transpose().mmul(columns);
  const scale = normal.diagonal().reduce((product, value) => product * value, 1);
  if (!(determinant(normal) > LEAST_DETERMINATION * scale)) return null;
  const inverted = inverse(normal);
  const fitted = inverted.mmul(columns.transpose()).mmul(Matrix.columnVector([...values]));
  const rests = Matrix.columnVector([...values]).sub(columns.mmul(fitted));
  const error = rests.dot(rests);
  const variance = error / (rows.length - size);
  return {
    coefficients: fitted.to1DArray(),
    error,
    errors: inverted.diagonal().map((value) => Math.sqrt(Math.max(0, variance * value))),
  };
}
