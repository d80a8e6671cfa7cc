import { describe, expect, it } from "vitest";
import { DayBook } from "./dayBook";
import { middleOfLacking, slotPoints } from "./scatter";
import { codeOf, type DayBookShape, NOT_KNOWN, rowBytes } from "./shape";

const SHAPE: DayBookShape = {
  firstDay: "2026-01-01",
  rows: 100,
  columns: 4,
  minutesPerColumn: 360,
  units: [{ scope: "inv1", peakW: 4000 }],
  parts: [],
  causes: [],
};

function book(measured: (row: number, column: number) => number): DayBook {
  const view = new DataView(new ArrayBuffer(SHAPE.rows * rowBytes(SHAPE)));
  for (let row = 0; row < SHAPE.rows; row++) {
    for (let column = 0; column < 4; column++) {
      const watts = measured(row, column);
      view.setUint16(row * rowBytes(SHAPE) + 4 * column, codeOf(column === 0 ? 20 : 1000 * column, 4000), true);
      view.setUint16(row * rowBytes(SHAPE) + 4 * column + 2, Number.isNaN(watts) ? NOT_KNOWN : codeOf(watts, 4000), true);
    }
  }
  return new DayBook(SHAPE, new Uint8Array(view.buffer));
}

describe("slots as points", () => {
  it("have what was due and what came, without night and what isn't known", () => {
    const points = slotPoints(
      book((row, column) => (row === 0 && column === 1 ? Number.NaN : 500 * column)),
      { from: 0, to: 2, unit: null, most: 1000 },
    );
    expect(points).toHaveLength(5);
    expect(points[0]).toEqual({ expectedKw: expect.closeTo(2, 3), measuredKw: expect.closeTo(1, 3), row: 0, column: 2 });
  });

  it("are thinned evenly over days and hours", () => {
    const points = slotPoints(
      book(() => 100),
      { from: 0, to: 100, unit: 0, most: 60 },
    );
    expect(points.length).toBeGreaterThan(54);
    expect(points.length).toBeLessThan(66);
    for (const column of [1, 2, 3]) expect(points.filter((point) => point.column === column).length).toBeGreaterThan(14);
  });

  it("show a cause where those of its days lack something", () => {
    const halved = Array.from({ length: 12 }, (_, k) => ({ expectedKw: 2 + k / 10, measuredKw: (2 + k / 10) / 2, row: k, column: 2 }));
    expect(middleOfLacking(halved)).toEqual({ expectedKw: 2.6, measuredKw: 1.3 });
    expect(middleOfLacking(halved.slice(0, 5))).toBeNull();
    expect(middleOfLacking(halved.map((point) => ({ ...point, measuredKw: point.expectedKw })))).toBeNull();
  });
});
