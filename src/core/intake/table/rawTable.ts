import type { DecimalMark } from "../cells/number";
import type { Unit } from "../columns/units";
import type { DateOrder } from "../time/dateText";

/** One column of values as it stands in a file. */
export interface RawColumn {
  /** All that the heading says of it, and the keys of a long table. */
  name: string;
  /** NaN where there is no value; in the base unit where units stand in the cells. */
  values: Float64Array;
  /** The unit that stands in the cells themselves. */
  cellUnit: Unit | null;
  /** The first cell that is neither a number nor known to mean none. */
  bad: { line: number; text: string } | null;
  /** How many of those there are. */
  badCount: number;
}

/** Rows that speak of the same: all of a wide table, those of one device in a long one. */
export interface RawGroup {
  /** Its keys joined; empty for a wide table. */
  key: string;
  /** Times in ms by the order of dates in which they can be read: instants where the stamps have offsets, else as the clock showed. */
  times: Map<DateOrder, Float64Array>;
  /** Line of each row. */
  lines: Float64Array;
  columns: RawColumn[];
}

/** Something about a table's rows that was passed over or put right while it was read. */
export interface RowNote {
  kind: "totals-row" | "repeated-heading" | "comment" | "footer" | "short-rows";
  text: string;
  count: number;
  firstLine: number;
}

/** A table as it was read, before anything is made of it. */
export interface RawTable {
  /** The file that it is from; of several with the same heading the first. */
  file: string;
  /** All the files that it is from, in the order in which their lines are counted (`placeOfLine`). */
  files: string[];
  encoding: string;
  /** Null for a spreadsheet. */
  delimiter: string | null;
  decimal: DecimalMark;
  /** Lines over the table. */
  above: string[];
  /** What stands over the times. */
  timeName: string;
  /** Names over the columns, the times' included, in their order: what a source is known by. */
  heading: string[];
  /** Whether the stamps are instants: they say how far they are ahead of UTC. */
  absolute: boolean;
  layout: "wide" | "long" | "matrix";
  groups: RawGroup[];
  rows: number;
  notes: RowNote[];
  /** Line of the first row of data. */
  firstLine: number;
}

/** Lines of a second file are counted from here, of a third from twice that: no file has as many. */
export const LINES_A_FILE = 1e9;

/** File and line of a row. */
export function placeOfLine({ files }: Pick<RawTable, "files">, line: number): { file: string; line: number } {
  return { file: files[Math.floor(line / LINES_A_FILE)] ?? files[0], line: line % LINES_A_FILE };
}

/** What sources of tables are known by: what stands over their columns. */
export function sourceOf({ heading, groups, layout }: Pick<RawTable, "heading" | "groups" | "layout">): string {
  const names = layout === "wide" ? heading : [...heading, ...groups.map(({ key }) => key).sort()];
  return names.join(" | ").slice(0, 4000);
}
