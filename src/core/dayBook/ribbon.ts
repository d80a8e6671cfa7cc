import type { DayBook } from "./dayBook";

/** What a cell of a ribbon says besides a share. */
export const RIBBON = { night: -1, missing: -2 } as const;

/** Of the most that is expected of the array: weaker slots are night. */
const LEAST_LIGHT = 0.002;

/** A ribbon's cells, day by day: `column × slots + slot`. */
export interface RibbonCells {
  columns: number;
  slots: number;
  /** Measured over expected; night, or missing where nothing usable was measured. */
  share: Float32Array;
  /** Expected over the most that ever is. */
  strength: Float32Array;
}

/** Which part of a day book is drawn. */
export interface RibbonAsked {
  /** First row and the one after the last. */
  from: number;
  to: number;
  /** Place of a unit in the book; all of them where null. */
  unit: number | null;
  /** So many columns at most: of more days several share one. */
  mostColumns: number;
  /** Slots of the day, the last not. */
  slots: { from: number; to: number };
}

/** Days from left to right and slots downwards, each with the share of what was expected that came; where days share a column, the share of their energies. */
export function ribbonCells(book: DayBook, { from, to, unit, mostColumns, slots }: RibbonAsked): RibbonCells {
  const units = unit === null ? book.shape.units.map((_, k) => k) : [unit];
  const peakW = units.reduce((sum, u) => sum + book.shape.units[u].peakW, 0);
  const days = to - from;
  const columns = Math.max(1, Math.min(days, mostColumns));
  const count = slots.to - slots.from;
  const cells: RibbonCells = {
    columns,
    slots: count,
    share: new Float32Array(columns * count),
    strength: new Float32Array(columns * count),
  };
  for (let column = 0; column < columns; column++) {
    const [first, end] = [from + Math.floor((column * days) / columns), from + Math.floor(((column + 1) * days) / columns)];
    for (let slot = 0; slot < count; slot++) {
      let [due, known, came] = [0, 0, 0];
      for (let row = first; row < end; row++) {
        let [expected, measured] = [0, 0];
        for (const u of units) {
          expected += book.expectedW(row, slots.from + slot, u);
          measured += book.measuredW(row, slots.from + slot, u);
        }
        // Without weather nobody knows what was due: half of the peak is the look of it.
        due += Number.isNaN(expected) ? peakW / 2 : expected;
        if (Number.isNaN(expected) || Number.isNaN(measured)) continue;
        known += expected;
        came += measured;
      }
      const at = column * count + slot;
      cells.strength[at] = due / ((end - first) * peakW);
      cells.share[at] = cells.strength[at] < LEAST_LIGHT ? RIBBON.night : known > 0 ? came / known : RIBBON.missing;
    }
  }
  return cells;
}
