import { inverse, Matrix } from "ml-matrix";
import { describe, expect, it } from "vitest";
import { RandomStream } from "../random";
import { Columns } from "./columns";
import type { Nuisance } from "./nuisance";
import { SCALE, Weights } from "./weights";

const UNLIKE_TAILS = 1e12;

/** A small problem: days of cells, some of them unknown, with all that a fit has. */
function problem(units: number, seed: number) {
  const random = new RandomStream(seed);
  const cellRow = [0, 0, 0, 1, 1, 2, 2, 2, 2];
  const size = cellRow.length * units;
  const shared = 2;
  const drawn = (count: number, least: number, most: number) => Float64Array.from({ length: count }, () => random.uniform(least, most));
  const nuisance = { count: units + shared, shared, values: drawn(size * shared, -1, 1) } as Nuisance;
  const [day, common, own] = [drawn(3, 0.01, 0.1), drawn(cellRow.length, 0.01, 0.1), drawn(size, 0.01, 0.1)];
  const variances = { day, common, own, halfOver: own.map((variance) => 0.5 / (variance * SCALE.cell)) };
  const left = drawn(size, -0.3, 0.3);
  left[1] = Number.NaN;
  left[size - 2] = Number.NaN;
  const columns = new Columns(nuisance, units, size);
  columns.reachBy(drawn(size, 0, 1));
  return { units, cellRow, size, variances, left, columns, weights: new Weights(columns, cellRow, variances) };
}

/** The same by matrices as large as the data: columns, residuals and the inverse of their covariance. */
function dense({ units, cellRow, size, variances, left, columns }: ReturnType<typeof problem>) {
  const known = Array.from({ length: size }, (_, at) => at).filter((at) => !Number.isNaN(left[at]));
  const rowOf = (at: number) => cellRow[Math.floor(at / units)];
  const covariance = new Matrix(
    known.map((a) =>
      known.map((b) => {
        const cell = Math.floor(a / units) === Math.floor(b / units) ? variances.common[Math.floor(a / units)] : 0;
        return (a === b ? variances.own[a] : 0) + cell + (rowOf(a) === rowOf(b) ? variances.day[rowOf(a)] : 0);
      }),
    ),
  );
  const x = new Matrix(
    known.map((at) =>
      Array.from({ length: columns.count }, (_, j) => {
        const { values, first, step } = columns.of(j);
        return (at - first) % step === 0 ? values[at] : 0;
      }),
    ),
  );
  const y = Matrix.columnVector(known.map((at) => left[at]));
  const precision = inverse(covariance);
  return { known, normal: x.transpose().mmul(precision).mmul(x), right: x.transpose().mmul(precision).mmul(y), each: precision.mmul(x) };
}

describe("what residuals count for", () => {
  it.each([1, 2, 3])("is what the inverse of their whole covariance says (%i units)", (units) => {
    for (const seed of [1, 2, 3]) {
      const one = problem(units, seed);
      const { known, normal, right, each } = dense(one);
      one.weights.at(one.left, UNLIKE_TAILS);
      const found = one.weights.normal(one.left);
      for (let i = 0; i < one.columns.count; i++) {
        expect(found.right[i]).toBeCloseTo(right.get(i, 0), 8);
        for (let j = 0; j < one.columns.count; j++) expect(found.normal.get(i, j)).toBeCloseTo(normal.get(i, j), 8);
        const weighted = new Float64Array(one.size);
        one.weights.weighted(i, weighted);
        known.forEach((at, k) => {
          expect(weighted[at]).toBeCloseTo(each.get(k, i), 8);
        });
        expect(weighted[1]).toBeCloseTo(0, 12);
      }
    }
  });

  it("is less for an outlier, and for a day of outliers", () => {
    const one = problem(1, 4);
    const share = (left: Float64Array) => {
      one.weights.at(left, 1);
      return one.weights.normal(left).normal.get(0, 0);
    };
    const calm = one.left.map((r) => (Number.isNaN(r) ? r : 0));
    const wild = calm.map((r, at) => (at === 4 ? 5 : r));
    expect(share(wild)).toBeLessThan(share(calm));
    expect(share(wild.map((r, at) => (at === 3 ? 5 : r)))).toBeLessThan(share(wild));
  });
});

describe("columns of what may be off", () => {
  it("are taken off residuals, each unit's own from its own alone", () => {
    const { columns, left, size, units } = problem(2, 5);
    const out = new Float64Array(size);
    columns.take(left, [0.1, 0, 0, 0], out);
    for (let at = 0; at < size; at++) {
      if (Number.isNaN(left[at])) expect(out[at]).toBeNaN();
      else expect(out[at]).toBeCloseTo(left[at] - (at % units === 0 ? 0.1 * columns.of(0).values[at] : 0), 12);
    }
  });
});
