import { shown } from "../../errors/errors";
import { FormatError } from "../../errors/formatError";
import { isMissing } from "../cells/missing";
import type { DecimalMark } from "../cells/number";
import { isLikeNumber } from "../cells/number";
import { DelimitedRows } from "../text/rows";
import { timeReader } from "../time/timeColumns";
import { refuseForeign } from "./foreign";
import type { RawTable } from "./rawTable";
import { RowSorter } from "./rowSorter";
import { type TableShape, tellShape } from "./shape";
import { type TableRow, trimmedCells } from "./tableRow";

/** How many characters at the head a table's layout is told from; some hundred rows of a broad table. */
const HEAD_CHARACTERS = 1 << 18;
const HEAD_ROWS = 600;
/** A quotation mark that is never closed after so many rows is a fault of the file, not of the way it is cut. */
const LEAST_ROWS = 20;

/** What stands between cells, with the decimal mark that is usual beside it. */
const DELIMITERS: readonly { delimiter: string; usual: DecimalMark }[] = [
  { delimiter: ";", usual: "," },
  { delimiter: ",", usual: "." },
  { delimiter: "\t", usual: "." },
  { delimiter: "|", usual: "." },
];

/** Reads somebody's table of measurements, whatever it looks like, from text in pieces or from rows of a spreadsheet. */
export class ExportReader {
  private head = "";
  private rows: DelimitedRows | null = null;
  private sorter: RowSorter | null = null;
  private delimiter: string | null = null;
  /** Why a way to cut the table failed. */
  private cut: FormatError | null = null;

  constructor(
    private readonly file: string,
    /** The present instant. */
    private readonly nowMs: number,
  ) {}

  /** @throws FormatError where reading on is no use */
  push(text: string): void {
    if (this.rows) {
      this.rows.push(text);
      return;
    }
    this.head += text;
    if (this.head.length >= HEAD_CHARACTERS) this.settle();
  }

  /** The table that was read. @throws FormatError with all that is wrong with it */
  finish(encoding: string): RawTable {
    if (!this.sorter) this.settle();
    const ended = this.rows?.end() ?? true;
    return (this.sorter as RowSorter).finish({ encoding, delimiter: this.delimiter, ended });
  }

  /** The whole of a sheet, cells as text, numbers with a decimal point. */
  sheet(rows: readonly string[][]): void {
    const head = rows.slice(0, HEAD_ROWS).map((cells, k) => ({ cells: trimmedCells(cells), line: k + 1 }));
    const shape = tellShape(head, ".");
    if (!shape) this.refuse(head);
    this.sorter = new RowSorter(this.file, { ...shape, decimal: ".", decimalTold: true }, head, this.nowMs);
    rows.forEach((cells, k) => {
      this.sorter?.row(cells, k + 1);
    });
  }

  private settle(): void {
    refuseForeign(this.head, this.file);
    const said = /^\ufeff?sep=(.)\r?\n/i.exec(this.head);
    const choices = said ? DELIMITERS.filter(({ delimiter }) => delimiter === said[1]) : DELIMITERS;
    const tried = (choices.length > 0 ? choices : DELIMITERS).map(({ delimiter, usual }) => {
      const head = this.headRows(delimiter);
      return { delimiter, head: head ?? [], shape: head && tellShape(head, usual) };
    });
    const best = tried
      .map((entry) => ({ ...entry, score: entry.shape ? score(entry.shape, entry.head) : 0 }))
      .sort((a, b) => b.score - a.score)[0];
    if (!best.shape || best.score === 0) this.refuse(tried.find(({ head }) => head.length > 0)?.head ?? []);
    this.delimiter = best.delimiter;
    const sorter = new RowSorter(this.file, best.shape, best.head, this.nowMs);
    this.sorter = sorter;
    this.rows = new DelimitedRows(this.file, best.delimiter, (cells, line) => sorter.row(cells, line));
    this.rows.push(this.head);
    this.head = "";
  }

  /** The head cut by a delimiter; null where quotation marks say that it isn't one. */
  private headRows(delimiter: string): TableRow[] | null {
    const rows: TableRow[] = [];
    const cutter = new DelimitedRows(this.file, delimiter, (cells, line) => {
      if (rows.length < HEAD_ROWS) rows.push({ cells: trimmedCells(cells), line });
    });
    try {
      cutter.push(this.head);
      if (this.head.length < HEAD_CHARACTERS) cutter.end();
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      if (rows.length >= LEAST_ROWS) return rows;
      this.cut ??= error;
      return null;
    }
    return rows;
  }

  private refuse(head: readonly TableRow[]): never {
    const first = head.find(({ cells }) => cells.some(Boolean));
    if (this.cut) throw this.cut;
    throw new FormatError({
      file: this.file,
      line: first?.line ?? 1,
      found: first ? shown(first.cells.join(" ").slice(0, 80)) : "an empty file",
      expected: "a table with a date and time in each row, cells apart by semicolons, commas, tabs or bars",
    });
  }
}

/** How much of the head is a table when it is read this way: rows with a time and a number, of one width. */
function score({ time, values, width, dataFrom, matrix }: TableShape, head: readonly TableRow[]): number {
  const read = timeReader(time);
  let rows = 0;
  for (const { cells } of head.slice(dataFrom)) {
    if (Math.abs(cells.length - width) > 1) continue;
    const stamp = read(cells);
    if (stamp && values.some((k) => isLikeNumber(cells[k] ?? "") || isMissing(cells[k] ?? ""))) rows++;
  }
  // Of two ways that read all rows the one with more columns is right.
  return rows === 0 ? 0 : rows * (1 + Math.min(width, 50) / 1000) + (matrix ? 0.5 : 0);
}
