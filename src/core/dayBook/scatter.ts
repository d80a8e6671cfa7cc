import type { DayBook } from "./dayBook";

/** One slot, with what was due and what came. */
export interface SlotPoint {
  expectedKw: number;
  measuredKw: number;
  row: number;
  column: number;
}

/** Of the peak: weaker slots all lie in the corner. */
const LEAST_LIGHT = 0.03;

/** Numbers that fall evenly whatever the pattern of days and hours: steps of the golden section. */
const GOLDEN = 0.618_033_988_749_895;

/**
 * Slots of a period as points, evenly thinned where there are more than can be drawn.
 * @param from first row @param to the one after the last @param unit place of a unit; all of them where null
 */
export function slotPoints(
  book: DayBook,
  { from, to, unit, most }: { from: number; to: number; unit: number | null; most: number },
): SlotPoint[] {
  const units = unit === null ? book.shape.units.map((_, k) => k) : [unit];
  const peakKw = units.reduce((sum, u) => sum + book.shape.units[u].peakW, 0) / 1000;
  const all: SlotPoint[] = [];
  for (let row = Math.max(0, from); row < Math.min(book.shape.rows, to); row++) {
    for (let column = 0; column < book.shape.columns; column++) {
      let [expected, measured] = [0, 0];
      for (const u of units) {
        expected += book.expectedW(row, column, u);
        measured += book.measuredW(row, column, u);
      }
      if (!(expected / 1000 > LEAST_LIGHT * peakKw) || Number.isNaN(measured)) continue;
      all.push({ expectedKw: expected / 1000, measuredKw: measured / 1000, row, column });
    }
  }
  const part = most / all.length;
  return part >= 1 ? all : all.filter((_, k) => (k * GOLDEN) % 1 < part);
}

/** Fewer points than this have no shape. */
const LEAST_POINTS = 8;
/** What a point has to lack to show a cause. */
const LACKING = 0.92;

/** Where a cause shows among points: the middle of those of its days that lack something. Null where too few do. */
export function middleOfLacking(points: readonly SlotPoint[]): { expectedKw: number; measuredKw: number } | null {
  const lacking = points.filter(({ expectedKw, measuredKw }) => measuredKw < LACKING * expectedKw);
  if (lacking.length < LEAST_POINTS) return null;
  const middle = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1];
  return {
    expectedKw: middle(lacking.map(({ expectedKw }) => expectedKw)),
    measuredKw: middle(lacking.map(({ measuredKw }) => measuredKw)),
  };
}
