import Papa from "papaparse";
import type { Series } from "../series/grid";
import { FormatError } from "./formatError";
import { writeInstant } from "./instant";
import { type ReadSeries, SeriesBuilder } from "./seriesBuilder";
import type { SeriesKind } from "./seriesColumns";

/** Cuts a CSV that comes in pieces into rows with their line numbers. A cell can't hold a line break. */
export class CsvRows {
  private rest = "";
  private line = 0;

  constructor(
    private readonly file: string,
    private readonly onRow: (cells: string[], line: number) => void,
  ) {}

  push(chunk: string): void {
    const text = this.rest + chunk;
    const end = text.lastIndexOf("\n") + 1;
    this.rest = text.slice(end);
    if (end > 0) this.rows(text.slice(0, end - 1));
  }

  end(): void {
    if (this.rest !== "") this.rows(this.rest);
    this.rest = "";
  }

  private rows(text: string): void {
    const parsed = Papa.parse<string[]>(text.replaceAll("\r", ""), { delimiter: ",", newline: "\n" });
    const quotes = parsed.errors.find((error) => error.type === "Quotes");
    if (quotes) {
      throw new FormatError({
        file: this.file,
        line: this.line + (quotes.row ?? 0) + 1,
        found: "a quotation mark that isn't closed on its line",
        expected: "cells without line breaks",
      });
    }
    for (const cells of parsed.data) {
      this.line += 1;
      this.onRow(cells, this.line);
    }
  }
}

/** Reads a series CSV that comes in pieces: `push` each, then `finish`. */
export class SeriesCsvReader {
  private readonly builder: SeriesBuilder;
  private readonly csv: CsvRows;

  constructor(kind: SeriesKind, file: string) {
    this.builder = new SeriesBuilder(kind, file);
    this.csv = new CsvRows(file, (cells, line) => this.builder.row(cells, line));
  }

  /** @throws FormatError at the first row that breaks the format */
  push(chunk: string): void {
    this.csv.push(chunk);
  }

  /** @throws FormatError where the whole doesn't make a series */
  finish(): ReadSeries {
    this.csv.end();
    return this.builder.finish();
  }
}

/** Reads a series CSV from text. @throws FormatError */
export function readSeriesCsv(text: string, kind: SeriesKind, file: string): ReadSeries {
  const reader = new SeriesCsvReader(kind, file);
  reader.push(text);
  return reader.finish();
}

/** Rows written in one piece: a stream spends more on each piece it carries than on the rows within. */
const ROWS_A_PIECE = 512;

/**
 * Writes a series as CSV, some rows at a time so that a long one can be streamed.
 * @param digits decimals kept; trailing zeros are dropped, missing values become empty cells
 */
export function* writeSeriesCsv(series: Series & { unknown?: Map<string, string[]> }, digits = 3): Generator<string> {
  const names = [...series.channels.keys()];
  const channels = [...series.channels.values()];
  const unknown = [...(series.unknown ?? new Map<string, string[]>())];
  yield `${["timestamp", ...names, ...unknown.map(([name]) => name)].join(",")}\n`;
  const scale = 10 ** digits;
  const texts = unknown.map(([, cells]) => cells);
  let piece = "";
  for (let i = 0; i < series.grid.count; i++) {
    let row = writeInstant(series.grid.startMs + i * series.grid.stepMs);
    for (const channel of channels) {
      const value = channel[i];
      row += Number.isNaN(value) ? "," : `,${Math.round(value * scale) / scale}`;
    }
    for (const cells of texts) row += `,${/[",]/.test(cells[i]) ? `"${cells[i].replaceAll('"', '""')}"` : cells[i]}`;
    piece += `${row}\n`;
    if ((i + 1) % ROWS_A_PIECE === 0) {
      yield piece;
      piece = "";
    }
  }
  if (piece !== "") yield piece;
}
