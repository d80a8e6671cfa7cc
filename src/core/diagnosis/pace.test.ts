import { describe, expect, it } from "vitest";
import { paceOf } from "./pace";

const daily = (days: number, kwh: (row: number) => number) => Float64Array.from({ length: days }, (_, row) => kwh(row));
const expected = (days: number, kwh: (row: number) => number | null) => Array.from({ length: days }, (_, row) => kwh(row));
const open = (lossKwh: Float64Array) => [{ cause: "string-open" as const, scope: "s2", lossKwh }];

describe("what a cause takes", () => {
  it("takes a twelfth of what it took where it stood for the whole last year, however uneven", () => {
    const season = (row: number) => 10 - 8 * Math.cos((2 * Math.PI * row) / 365);
    const [one] = paceOf(
      open(daily(365, (row) => season(row) / 2)),
      expected(365, (row) => season(row)),
    );
    expect(one.kwhPerMonth).toBeCloseTo((10 * 365) / 2 / 12, 2);
  });

  it("lays its share since it began on an average month of the year", () => {
    const season = (row: number) => (row < 180 ? 4 : 20);
    const [one] = paceOf(
      open(daily(365, (row) => (row >= 300 ? season(row) * 0.25 : 0))),
      expected(365, (row) => season(row)),
    );
    expect(one.kwhPerMonth).toBeCloseTo(0.25 * ((180 * 4 + 185 * 20) / 12), 2);
    expect(one.kwhPerDay).toBeCloseTo(5, 6);
  });

  it("leaves out days that aren't known, and what was over more than a year ago", () => {
    const [one] = paceOf(
      open(daily(60, () => 1)),
      expected(60, (row) => (row % 2 === 0 ? null : 4)),
    );
    expect(one.kwhPerMonth).toBeCloseTo(365 / 12, 2);
    expect(
      paceOf(
        open(daily(800, (row) => (row < 300 ? 1 : 0))),
        expected(800, () => 4),
      ),
    ).toEqual([]);
  });
});
