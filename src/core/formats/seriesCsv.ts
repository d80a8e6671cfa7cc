import Papa from "papaparse";
import { FormatError } from "../errors/formatError";
import type { Series } from "../series/grid";
import { writeInstant } from "./instant";
import { type ReadSeries, SeriesBuilder } from "./seriesBuilder";
import type { SeriesKind } from "./seriesColumns";
import { SERIES_MOST } from "./seriesLimits";

/**
 * Cuts a CSV that comes in pieces into rows with their line numbers. A cell can't hold a line break, and a line has an end:
 * a longer one is refused before it is gathered.
 */
export class CsvRows {
  private rest = "";
  /** A carriage return at the end of a piece: with a line feed at the head of the next it is one break. */
  private pending = "";
  private line = 0;

  constructor(
    private readonly file: string,
    private readonly onRow: (cells: string[], line: number) => void,
  ) {}

  push(piece: string): void {
    const text = this.pending + piece;
    this.pending = text.endsWith("\r") ? "\r" : "";
    // Breaks of any machine count as one.
    const chunk = text.slice(0, text.length - this.pending.length).replace(/\r\n?/g, "\n");
    const end = chunk.lastIndexOf("\n") + 1;
    if (end > 0) {
      this.rows(this.rest + chunk.slice(0, end - 1));
      this.rest = chunk.slice(end);
    } else this.rest += chunk;
    if (this.rest.length > SERIES_MOST.lineCharacters) this.tooLong(this.line + 1);
  }

  end(): void {
    if (this.rest !== "") this.rows(this.rest);
    this.rest = "";
  }

  private tooLong(line: number): never {
    throw new FormatError({
      file: this.file,
      line,
      found: `a line of over ${SERIES_MOST.lineCharacters} characters`,
      expected: "a table with line breaks",
    });
  }

  private rows(text: string): void {
    const parsed = Papa.parse<string[]>(text, { delimiter: ",", newline: "\n" });
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

  /** @param nowMs the present instant; rows long after it are refused */
  constructor(kind: SeriesKind, file: string, nowMs?: number) {
    this.builder = new SeriesBuilder(kind, file, nowMs);
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
export function readSeriesCsv(text: string, kind: SeriesKind, file: string, nowMs?: number): ReadSeries {
  const reader = new SeriesCsvReader(kind, file, nowMs);
  reader.push(text);
  return reader.finish();
}

/** Rows written in one piece: a stream spends more on each piece it carries than on the rows within. */
const ROWS_A_PIECE = 512;

/**
 * Writes a series as CSV, some rows at a time so that a long one can be streamed.
 * @param digits decimals kept; trailing zeros are dropped, missing values become empty cells
 */
export function* writeSeriesCsv(series: WrittenSeries, digits = DIGITS): Generator<string> {
  yield seriesHead([...series.channels.keys(), ...(series.unknown?.keys() ?? [])]);
  yield* writeSeriesRows(series, digits);
}

/** A series, with columns that aren't ours beside it. */
type WrittenSeries = Series & { unknown?: Map<string, string[]> };

/** Decimals that are kept. */
const DIGITS = 3;

/** The first line of a series file. */
export function seriesHead(names: readonly string[]): string {
  return `${["timestamp", ...names].join(",")}\n`;
}

/** The lines after the first, some rows at a time. */
export function* writeSeriesRows(series: WrittenSeries, digits = DIGITS): Generator<string> {
  const channels = [...series.channels.values()];
  const unknown = [...(series.unknown ?? new Map<string, string[]>())];
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
