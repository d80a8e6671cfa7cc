import type { Series } from "../series/grid";
import { FormatError, shown } from "./formatError";
import { readInstant } from "./instant";
import { isKnownColumn, missingColumns, type SeriesKind } from "./seriesColumns";

const MINUTE_MS = 60_000;
const NUMBER = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?$/;
/** So many equal steps in a row, longer than the file's own, are another interval and not gaps. */
const OTHER_INTERVAL_RUN = 8;

/** A series as read: known columns as numbers, others as the text they were. */
export interface ReadSeries extends Series {
  kind: SeriesKind;
  /** Columns with a name that the format doesn't know; one cell an interval, "" where there is none. */
  unknown: Map<string, string[]>;
  /** Rows read; fewer than `grid.count` where there are gaps. */
  rows: number;
}

interface Column {
  name: string;
  values: number[] | null;
  texts: string[] | null;
}

/**
 * Takes a series CSV row by row and checks each: nothing is kept of a file that breaks its format.
 * Memory grows with the rows; a year of minutes with ten channels takes some 50 MB.
 */
export class SeriesBuilder {
  private columns: Column[] = [];
  private readonly times: number[] = [];
  private readonly lines: number[] = [];
  private headed = false;

  constructor(
    private readonly kind: SeriesKind,
    private readonly file: string,
  ) {}

  /**
   * Takes one row's cells; the first one is the header.
   * @param line the row's line in the file, from 1
   * @throws FormatError naming line and column
   */
  row(cells: readonly string[], line: number): void {
    if (cells.length === 1 && cells[0].trim() === "") return;
    if (!this.headed) this.header(cells, line);
    else this.values(cells, line);
  }

  private refuse(line: number | undefined, key: string | undefined, found: string, expected: string): never {
    throw new FormatError({ file: this.file, line, key, found, expected });
  }

  private header(cells: readonly string[], line: number): void {
    const names = cells.map((cell, k) => (k === 0 ? cell.replace(/^\uFEFF/, "") : cell).trim());
    if (names[0] !== "timestamp") this.refuse(line, "first column", shown(names[0]), "timestamp");
    names.forEach((name, k) => {
      if (name === "") this.refuse(line, `column ${k + 1}`, "no name", "a column name");
      if (names.indexOf(name) !== k) this.refuse(line, name, "a second column of this name", "each column once");
    });
    const missing = missingColumns(names.slice(1), this.kind);
    if (missing) this.refuse(line, undefined, `columns ${names.join(", ")}`, missing);
    this.columns = names.slice(1).map((name) => {
      const known = isKnownColumn(name, this.kind);
      return { name, values: known ? [] : null, texts: known ? null : [] };
    });
    this.headed = true;
  }

  private values(cells: readonly string[], line: number): void {
    if (cells.length !== this.columns.length + 1) {
      this.refuse(line, undefined, `${cells.length} cells`, `${this.columns.length + 1}, as in the header`);
    }
    const stamp = cells[0].trim();
    const at = readInstant(stamp);
    if (at === "no-offset") this.refuse(line, "timestamp", shown(stamp), "an offset like +01:00 or Z at the end");
    if (at === "not-a-date") this.refuse(line, "timestamp", shown(stamp), "an ISO 8601 instant like 2025-03-14T12:00:00Z");
    const previous = this.times.at(-1);
    if (previous !== undefined && (at as number) === previous) {
      this.refuse(line, "timestamp", `${stamp}, the same instant as line ${this.lines.at(-1)}`, "each instant once");
    }
    if (previous !== undefined && (at as number) < previous) {
      this.refuse(line, "timestamp", `${stamp}, earlier than line ${this.lines.at(-1)}`, "rows in order of time");
    }
    this.times.push(at as number);
    this.lines.push(line);
    for (let k = 0; k < this.columns.length; k++) {
      const column = this.columns[k];
      const cell = cells[k + 1].trim();
      if (column.values === null) column.texts?.push(cell);
      else if (cell === "") column.values.push(Number.NaN);
      else if (NUMBER.test(cell)) column.values.push(Number(cell));
      else this.refuse(line, column.name, shown(cell), "a number with a decimal point, or an empty cell");
    }
  }

  /**
   * The whole series, on its regular axis.
   * @throws FormatError where there are no rows, or the interval changes
   */
  finish(): ReadSeries {
    if (!this.headed) this.refuse(1, undefined, "an empty file", "a header row");
    if (this.times.length === 0) this.refuse(undefined, undefined, "no rows under the header", "at least two rows");
    if (this.times.length === 1) this.refuse(this.lines[0], undefined, "one row", "at least two, to tell the interval");
    const stepMs = this.interval();
    const startMs = this.times[0];
    const count = Math.round((this.times[this.times.length - 1] - startMs) / stepMs) + 1;
    const slots = this.times.map((at) => Math.round((at - startMs) / stepMs));
    const channels = new Map<string, Float64Array>();
    const unknown = new Map<string, string[]>();
    for (const column of this.columns) {
      if (column.values) {
        const values = new Float64Array(count).fill(Number.NaN);
        slots.forEach((slot, row) => {
          values[slot] = column.values?.[row] ?? Number.NaN;
        });
        channels.set(column.name, values);
      } else {
        const texts = new Array<string>(count).fill("");
        slots.forEach((slot, row) => {
          texts[slot] = column.texts?.[row] ?? "";
        });
        unknown.set(column.name, texts);
      }
    }
    return { kind: this.kind, grid: { startMs, stepMs, count }, channels, unknown, rows: this.times.length };
  }

  /** The commonest step is the file's interval; every row must lie on it, and none may go over to another. */
  private interval(): number {
    const steps = new Map<number, number>();
    for (let k = 1; k < this.times.length; k++) {
      const step = this.times[k] - this.times[k - 1];
      steps.set(step, (steps.get(step) ?? 0) + 1);
    }
    const stepMs = [...steps].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0][0];
    const minutes = stepMs / MINUTE_MS;
    if (minutes < 1 || minutes > 60) {
      this.refuse(this.lines[1], "timestamp", `an interval of ${minutes.toFixed(1)} minutes`, "1 to 60 minutes");
    }
    let run = 0;
    for (let k = 1; k < this.times.length; k++) {
      const step = this.times[k] - this.times[k - 1];
      run = step !== stepMs && step === this.times[k - 1] - (this.times[k - 2] ?? Number.NaN) ? run + 1 : 0;
      const off = (this.times[k] - this.times[0]) % stepMs !== 0;
      if (off || run >= OTHER_INTERVAL_RUN) {
        this.refuse(
          this.lines[off ? k : k - run],
          "timestamp",
          `a step of ${(step / MINUTE_MS).toFixed(1)} minutes`,
          `${minutes} minutes throughout, as in most of the file (a gap is a whole number of them)`,
        );
      }
    }
    return stepMs;
  }
}
