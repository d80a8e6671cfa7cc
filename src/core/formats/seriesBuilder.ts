import { MINUTE_MS, YEAR_MS } from "../constants";
import { shown } from "../errors/errors";
import { FaultList, FormatError } from "../errors/formatError";
import type { Series } from "../series/grid";
import { readInstant, writeInstant } from "./instant";
import { isKnownColumn, missingColumns, type SeriesKind } from "./seriesColumns";
import { EARLIEST_SERIES_MS, SERIES_MOST } from "./seriesLimits";

/** Linear: no part can match what another one did. */
const NUMBER = /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?$/;
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
 * Takes a series CSV row by row and checks each: nothing is kept of a file that breaks its format. What is wrong with rows
 * is collected, so that a person can mend all of it at once; a wrong header, or too many faults, end the reading.
 * Memory grows with the rows; a year of minutes with ten channels takes some 50 MB.
 */
export class SeriesBuilder {
  private columns: Column[] = [];
  private readonly times: number[] = [];
  private readonly lines: number[] = [];
  private readonly faults: FaultList;
  private readonly latestMs: number;
  private headed = false;

  /** @param nowMs the present instant; rows long after it are refused */
  constructor(
    private readonly kind: SeriesKind,
    private readonly file: string,
    nowMs = Date.now(),
  ) {
    this.faults = new FaultList(file);
    this.latestMs = nowMs + SERIES_MOST.aheadMs;
  }

  /**
   * Takes one row's cells; the first one is the header.
   * @param line the row's line in the file, from 1
   * @throws FormatError naming line and column, where reading on is no use
   */
  row(cells: readonly string[], line: number): void {
    if (cells.length === 1 && cells[0].trim() === "") return;
    if (!this.headed) this.header(cells, line);
    else this.values(cells, line);
  }

  /** Ends the reading: with this fault, and those that were collected before it. */
  private refuse(line: number | undefined, key: string | undefined, found: string, expected: string): never {
    this.faults.add({ line, key, found, expected });
    this.faults.throwIfAny();
    throw new FormatError({ file: this.file, line, key, found, expected });
  }

  /** Remembers a row's fault and reads on. */
  private note(line: number, key: string | undefined, found: string, expected: string): void {
    this.faults.add({ line, key, found, expected });
    if (this.faults.full) this.faults.throwIfAny();
  }

  private header(cells: readonly string[], line: number): void {
    const names = cells.map((cell, k) => (k === 0 ? cell.replace(/^\uFEFF/, "") : cell).trim());
    if (names[0] !== "timestamp") this.refuse(line, "first column", shown(names[0]), "timestamp");
    if (names.length - 1 > SERIES_MOST.columns)
      this.refuse(line, undefined, `${names.length - 1} columns`, `at most ${SERIES_MOST.columns}`);
    const seen = new Set<string>();
    names.forEach((name, k) => {
      if (name === "") this.refuse(line, `column ${k + 1}`, "no name", "a column name");
      if (name.length > SERIES_MOST.cellCharacters)
        this.refuse(line, `column ${k + 1}`, `a name of ${name.length} characters`, `at most ${SERIES_MOST.cellCharacters}`);
      if (seen.has(name)) this.refuse(line, name, "a second column of this name", "each column once");
      seen.add(name);
    });
    const missing = missingColumns(names.slice(1), this.kind);
    if (missing) this.refuse(line, undefined, `columns ${someNames(names)}`, missing);
    this.columns = names.slice(1).map((name) => {
      const known = isKnownColumn(name, this.kind);
      return { name, values: known ? [] : null, texts: known ? null : [] };
    });
    this.headed = true;
  }

  private values(cells: readonly string[], line: number): void {
    if (cells.length !== this.columns.length + 1)
      this.note(line, undefined, `${cells.length} cells`, `${this.columns.length + 1}, as in the header`);
    else this.wholeRow(cells, line);
  }

  private wholeRow(cells: readonly string[], line: number): void {
    const at = this.instantOf(cells[0].trim(), line);
    if (at === null) return;
    this.times.push(at);
    this.lines.push(line);
    for (let k = 0; k < this.columns.length; k++) this.take(this.columns[k], cells[k + 1].trim(), line);
    if (this.times.length * this.columns.length > SERIES_MOST.cells)
      this.refuse(line, undefined, `over ${SERIES_MOST.cells / 1e6} million values`, "a shorter file: give it in parts");
  }

  /** @returns null where a fault was noted instead */
  private instantOf(stamp: string, line: number): number | null {
    const at = readInstant(stamp);
    const note = (found: string, expected: string) => {
      this.note(line, "timestamp", found, expected);
      return null;
    };
    if (at === "no-offset") return note(shown(stamp), "an offset like +01:00 or Z at the end");
    if (at === "not-a-date") return note(shown(stamp), "an ISO 8601 instant like 2025-03-14T12:00:00Z");
    if (at < EARLIEST_SERIES_MS) return note(shown(stamp), "a time from 1990 on");
    if (at > this.latestMs) return note(shown(stamp), `a time that has been: at the latest ${writeInstant(this.latestMs)}`);
    const previous = this.times.at(-1);
    if (previous === undefined) return at;
    if (at === previous) return note(`${shown(stamp)}, the same instant as line ${this.lines.at(-1)}`, "each instant once");
    if (at < previous) return note(`${shown(stamp)}, earlier than line ${this.lines.at(-1)}`, "rows in order of time");
    if (at - previous > SERIES_MOST.gapMs)
      return note(
        `${shown(stamp)}, ${((at - previous) / YEAR_MS).toFixed(1)} years after line ${this.lines.at(-1)}`,
        "gaps of three years at most",
      );
    return at;
  }

  private take(column: Column, cell: string, line: number): void {
    if (column.values === null) {
      if (cell.length > SERIES_MOST.cellCharacters)
        this.note(line, column.name, `a text of ${cell.length} characters`, `at most ${SERIES_MOST.cellCharacters}`);
      column.texts?.push(cell);
      return;
    }
    if (cell === "") {
      column.values.push(Number.NaN);
      return;
    }
    const value = cell.length <= SERIES_MOST.numberCharacters && NUMBER.test(cell) ? Number(cell) : Number.NaN;
    if (Number.isNaN(value)) this.note(line, column.name, shown(cell), "a number with a decimal point, or an empty cell");
    else if (Math.abs(value) > SERIES_MOST.value) this.note(line, column.name, shown(cell), "a number that can have been measured");
    column.values.push(value);
  }

  /**
   * The whole series, on its regular axis.
   * @throws FormatError where there are no rows, the interval changes, or rows were at fault
   */
  finish(): ReadSeries {
    if (!this.headed) this.refuse(1, undefined, "an empty file", "a header row");
    this.faults.throwIfAny();
    if (this.times.length === 0) this.refuse(undefined, undefined, "no rows under the header", "at least two rows");
    if (this.times.length === 1) this.refuse(this.lines[0], undefined, "one row", "at least two, to tell the interval");
    const stepMs = this.interval();
    const startMs = this.times[0];
    const count = Math.round((this.times[this.times.length - 1] - startMs) / stepMs) + 1;
    if (count * this.columns.length > SERIES_MOST.cells) {
      const found = `${count} intervals of ${this.columns.length} columns, gaps counted`;
      this.refuse(undefined, undefined, found, `at most ${SERIES_MOST.cells / 1e6} million values: give it in parts`);
    }
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

/** Some of a table's names, where there are many. */
export function someNames(names: readonly string[]): string {
  const short = names.slice(0, 12).map((name) => (name.length > 40 ? `${name.slice(0, 37)}...` : name));
  return `${short.join(", ")}${names.length > 12 ? ` and ${names.length - 12} more` : ""}`;
}
