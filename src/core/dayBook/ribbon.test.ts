import { describe, expect, it } from "vitest";
import { DayBook } from "./dayBook";
import { RIBBON, ribbonCells } from "./ribbon";
import { codeOf, type DayBookShape, NOT_KNOWN, rowBytes } from "./shape";

const SHAPE: DayBookShape = {
  firstDay: "2026-01-01",
  rows: 4,
  columns: 4,
  minutesPerColumn: 360,
  units: [
    { scope: "a", peakW: 1000 },
    { scope: "b", peakW: 1000 },
  ],
  parts: [],
  causes: [],
};

/** A book of two units whose slots are told as [expected, measured]; one list a day for both. */
function bookOf(days: [number, number][][]): DayBook {
  const bytes = new Uint8Array(days.length * rowBytes(SHAPE));
  const view = new DataView(bytes.buffer);
  days.forEach((slots, row) => {
    slots.forEach(([expected, measured], slot) => {
      for (const unit of [0, 1]) {
        const at = row * rowBytes(SHAPE) + 4 * (slot * 2 + unit);
        view.setUint16(at, codeOf(expected, 1000), true);
        view.setUint16(at + 2, Number.isNaN(measured) ? NOT_KNOWN : codeOf(unit === 0 ? measured : 0, 1000), true);
      }
    });
  });
  return new DayBook({ ...SHAPE, rows: days.length }, bytes);
}

describe("a ribbon", () => {
  const book = bookOf([
    [
      [0, 0],
      [1000, 1000],
      [500, Number.NaN],
      [0, 0],
    ],
    [
      [0, 0],
      [1000, 0],
      [500, 500],
      [0, 0],
    ],
  ]);
  const asked = { from: 0, to: 2, unit: null, mostColumns: 10, slots: { from: 0, to: 4 } };

  it("has night, what is missing, and the share that came of all units or of one", () => {
    const { share, strength } = ribbonCells(book, asked);
    expect([...share]).toEqual(
      [RIBBON.night, 0.5, RIBBON.missing, RIBBON.night, RIBBON.night, 0, 0.5, RIBBON.night].map((s) => expect.closeTo(s, 3)),
    );
    expect(strength[1]).toBeCloseTo(1, 3);
    expect(ribbonCells(book, { ...asked, unit: 0 }).share[1]).toBeCloseTo(1, 3);
  });

  it("lets days share a column where there are more than fit, by their energies", () => {
    const { columns, share } = ribbonCells(book, { ...asked, mostColumns: 1 });
    expect(columns).toBe(1);
    expect([share[1], share[2]]).toEqual([expect.closeTo(0.25, 3), expect.closeTo(0.5, 3)]);
  });

  it("draws only the slots asked for", () => {
    expect(ribbonCells(book, { ...asked, slots: { from: 1, to: 3 } })).toMatchObject({ columns: 2, slots: 2 });
  });
});
