import { describe, expect, it } from "vitest";
import { dayPoints } from "./dayPoints";

const dayNames = (count: number) => Array.from({ length: count }, (_, k) => new Date(Date.UTC(2024, 0, 1 + k)).toISOString().slice(0, 10));

describe("days as points of a chart", () => {
  it("are themselves, with what is lost between, and nothing where more came or nothing is known", () => {
    const points = dayPoints(dayNames(3), [10, 10, null], [7, 12, 5]);
    expect(points).toEqual([
      { day: "2024-01-01", days: 1, expected: 10, measured: 7, lost: [7, 10] },
      { day: "2024-01-02", days: 1, expected: 10, measured: 12, lost: [12, 12] },
      { day: "2024-01-03", days: 1, expected: null, measured: null, lost: null },
    ]);
  });

  it("are weeks over years, each the mean of its known days, and gaps stay gaps", () => {
    const days = dayNames(700);
    const expected = days.map((_, k) => (k < 14 && k >= 7 ? null : 10));
    const measured = days.map((_, k) => (k % 7 === 0 ? 3 : 10));
    const points = dayPoints(days, expected, measured);
    expect(points).toHaveLength(100);
    expect(points[0]).toEqual({ day: "2024-01-01", days: 7, expected: 10, measured: 9, lost: [9, 10] });
    expect(points[1].measured).toBeNull();
  });
});
