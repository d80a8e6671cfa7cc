import Papa from "papaparse";
import { FormatError } from "../../errors/formatError";
import { SERIES_MOST } from "../../formats/seriesLimits";

/** A row of a table with the line on which it begins, from 1. */
export type OnRow = (cells: string[], line: number) => void;

/**
 * Cuts a delimited text that comes in pieces into rows. A cell in quotation marks may hold line breaks, as headers of spreadsheets do.
 */
export class DelimitedRows {
  private rest = "";
  private line = 1;

  constructor(
    private readonly file: string,
    private readonly delimiter: string,
    private readonly onRow: OnRow,
  ) {}

  push(piece: string): void {
    const text = this.rest + piece;
    const end = lastWholeRow(text);
    this.rest = text.slice(end);
    if (end > 0) this.rows(text.slice(0, end));
    if (this.rest.length > SERIES_MOST.lineCharacters) this.tooLong();
  }

  /** @returns whether the last row ended with a line break */
  end(): boolean {
    const whole = this.rest === "";
    if (!whole) this.rows(this.rest.replace(/\r$/, ""));
    this.rest = "";
    return whole;
  }

  private tooLong(): never {
    throw new FormatError({
      file: this.file,
      line: this.line,
      found: `a line of over ${SERIES_MOST.lineCharacters} characters`,
      expected: "a table with line breaks, and quotation marks that are closed",
    });
  }

  /** Without quotation marks a row is cut at its delimiters and nothing else: two fifths of the time of the package, over millions of rows. */
  private plainRows(lines: string): void {
    const end = lines.endsWith("\n") ? lines.length - 1 : lines.length;
    for (let from = 0; from <= end; ) {
      const found = lines.indexOf("\n", from);
      const to = found < 0 || found > end ? end : found;
      this.onRow(lines.slice(from, to).split(this.delimiter), this.line);
      this.line++;
      from = to + 1;
    }
  }

  private unclosed(line: number): never {
    throw new FormatError({
      file: this.file,
      line,
      found: "a quotation mark that is never closed",
      expected: "quotation marks that are closed",
    });
  }

  private rows(text: string): void {
    const lines = text.includes("\r") ? text.replace(/\r\n?/g, "\n") : text;
    if (!lines.includes('"')) {
      this.plainRows(lines);
      return;
    }
    const { data, errors } = Papa.parse<string[]>(lines.endsWith("\n") ? lines.slice(0, -1) : lines, {
      delimiter: this.delimiter,
      newline: "\n",
    });
    const unclosed = errors.find(({ code }) => code === "MissingQuotes");
    if (unclosed) this.unclosed(this.line + (unclosed.row ?? 0));
    for (const cells of data) {
      this.onRow(cells, this.line);
      this.line += 1 + cells.reduce((sum, cell) => sum + breaksIn(cell), 0);
    }
  }
}

function breaksIn(cell: string): number {
  let count = 0;
  for (let at = cell.indexOf("\n"); at >= 0; at = cell.indexOf("\n", at + 1)) count++;
  return count;
}

/** Where the last row that is whole ends: behind the last break outside of quotation marks. A carriage return at the very end waits for its line feed. */
function lastWholeRow(text: string): number {
  const quoted = text.includes('"');
  if (!quoted) return Math.max(text.lastIndexOf("\n") + 1, text.lastIndexOf("\r", text.length - 2) + 1);
  let open = false;
  let end = 0;
  for (let k = 0; k < text.length; k++) {
    const code = text.charCodeAt(k);
    if (code === 34) open = !open;
    else if (!open && (code === 10 || (code === 13 && k < text.length - 1 && text.charCodeAt(k + 1) !== 10))) end = k + 1;
  }
  return end;
}
