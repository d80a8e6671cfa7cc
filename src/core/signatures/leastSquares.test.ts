import { expect, it } from "vitest";
import { leastSquares } from "./leastSquares";

it("fits a line exactly through what lies on one", () => {
  const x = [0, 1, 2, 3, 4];
  const fit = leastSquares(
    x.map((at) => [1, at]),
    x.map((at) => 3 - 2 * at),
  );
  expect(fit?.coefficients[0]).toBeCloseTo(3, 12);
  expect(fit?.coefficients[1]).toBeCloseTo(-2, 12);
  expect(fit?.error).toBeCloseTo(0, 12);
});

it("gives the slope and its error of Anscombe's first set (Anscombe 1973)", () => {
  const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
  const y = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];
  const fit = leastSquares(
    x.map((at) => [1, at]),
    y,
  );
  expect(fit?.coefficients[0]).toBeCloseTo(3.0, 2);
  expect(fit?.coefficients[1]).toBeCloseTo(0.5, 3);
  expect(fit?.errors[1]).toBeCloseTo(0.1179, 4);
});

it("can't tell columns apart that are the same, nor fit fewer values than columns", () => {
  expect(
    leastSquares(
      [
        [1, 1],
        [1, 1],
        [1, 1],
      ],
      [1, 2, 3],
    ),
  ).toBeNull();
  expect(leastSquares([[1, 2]], [1])).toBeNull();
});
