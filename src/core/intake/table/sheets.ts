import readSpreadsheet from "read-excel-file/universal";
import { FormatError } from "../../errors/formatError";
import type { ExportReader } from "./exportReader";

type Cell = string | number | boolean | Date | null;

/** A spreadsheet's day 0: a cell with a time of day alone is on it. */
const SHEET_DAY_MS = Date.UTC(1899, 11, 31);

/**
 * Gives a spreadsheet's table to a reader. Sheets with the same heading (a month each) follow each other; of others the one with most rows
 * is read.
 * @throws FormatError where the file is no spreadsheet, or damaged
 */
export async function readSheets(bytes: Uint8Array<ArrayBuffer>, file: string, reader: ExportReader): Promise<void> {
  const sheets = await unpacked(bytes, file);
  const tables = sheets.map(({ data }) => (data as Cell[][]).map((row) => row.map(cellText))).filter((rows) => rows.length > 1);
  if (tables.length === 0) throw new FormatError({ file, found: "sheets without a table", expected: "a table of measurements" });
  const largest = tables.reduce((a, b) => (b.length > a.length ? b : a));
  const heading = headingOf(largest);
  reader.sheet(tables.filter((rows) => rows === largest || (heading !== "" && headingOf(rows) === heading)).flat());
}

async function unpacked(bytes: Uint8Array<ArrayBuffer>, file: string) {
  try {
    return await readSpreadsheet(bytes.buffer);
  } catch (error) {
    throw new FormatError({
      file,
      found: `a spreadsheet that can't be opened (${error instanceof Error ? error.message.slice(0, 80) : "damaged"})`,
      expected: "a whole .xlsx file",
    });
  }
}

/** The first row with names in it. */
function headingOf(rows: readonly string[][]): string {
  const named = rows.slice(0, 40).find((cells) => cells.filter((cell) => cell !== "" && !/^[\d.,:\s-]+$/.test(cell)).length >= 2);
  return named ? named.join("\u0000") : "";
}

/** A cell as a text file would have it: numbers with a point, days and times as ISO 8601 without an offset. */
function cellText(cell: Cell): string {
  if (cell === null) return "";
  if (cell instanceof Date) return dateText(cell);
  return typeof cell === "number" ? String(cell) : String(cell).trim();
}

function dateText(date: Date): string {
  const ms = Math.round(date.getTime() / 1000) * 1000;
  if (Number.isNaN(ms)) return "";
  const text = new Date(ms).toISOString();
  return ms < SHEET_DAY_MS ? text.slice(11, 19) : `${text.slice(0, 10)} ${text.slice(11, 19)}`;
}
