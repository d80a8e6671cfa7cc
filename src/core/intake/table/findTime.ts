import type { DateReadings } from "../time/dateText";
import { withoutAccents } from "../time/monthNames";
import { isDate, readClock, readStamp } from "../time/stamp";
import { clockOrHour, type TimeColumns } from "../time/timeColumns";
import type { TableRow } from "./tableRow";

/** Times stand in one of a table's first columns. */
const FIRST_COLUMNS = 8;

/** Words over columns that hold a part of the time, without accents. */
const PART_WORDS = {
  year: /^(?:year|jahr|annee|anno|ano|jaar|yyyy|yy)$/,
  month: /^(?:month|monat|mois|mese|mes|maand|mm|mo)$/,
  day: /^(?:day|tag|jour|giorno|dia|dag|dd)$/,
  hour: /^(?:hours?|stunden?|heures?|ora|ore|horas?|uur|hh|h|hr|std)$/,
  minute: /^(?:min(?:ute)?s?|minuten?|minuti|minutos?|mm)$/,
} as const;

/** Words that say that a column tells the end of an interval, and that it tells its beginning. */
const END_WORDS = /\b(?:end|ends|ende|bis|until|to|till|fin|fine|hasta|a|period[ _]?end|interval[ _]?end|intervallende)\b/;
const START_WORDS = /\b(?:start|begin|beginn|from|von|ab|since|debut|inizio|da|desde|period[ _]?start)\b/;

const wordsOf = (name: string) => withoutAccents(name).toLowerCase().replaceAll("_", " ");
export const saysEnd = (name: string): boolean => END_WORDS.test(wordsOf(name));
const saysStart = (name: string): boolean => START_WORDS.test(wordsOf(name));

/** What a cell can be of a time. */
type TimeCell = "stamp" | "date" | "clock" | "number" | null;

function timeCell(cell: string): TimeCell {
  if (!/\d/.test(cell)) return null;
  const stamp = readStamp(cell);
  if (stamp) return Number.isNaN(stamp.clockMs) ? "date" : /[:h]|\d\s+\d/i.test(cell) ? "stamp" : "number";
  return Number.isNaN(readClock(cell)) ? null : /[:h]/i.test(cell) ? "clock" : null;
}

/**
 * Finds where the times of a table stand, from some rows of it.
 * @param header names over the columns, where there are any
 * @param above the lines over the table, for the day of a file that tells times of day alone
 */
export function findTime(rows: readonly TableRow[], header: readonly string[], above: readonly string[]): TimeColumns | null {
  const kinds = Array.from({ length: FIRST_COLUMNS }, (_, k) => commonest(rows.map(({ cells }) => timeCell(cells[k] ?? ""))));
  const of = (kind: TimeCell) => kinds.flatMap((own, k) => (own === kind ? [k] : []));
  const stamps = of("stamp");
  if (stamps.length > 0) return startAndEnd(stamps, header);
  const [dates, clocks] = [of("date"), of("clock")];
  if (dates.length > 0 && clocks.length > 0) {
    const starts = clocks.filter((k) => !saysEnd(header[k] ?? ""));
    const clock = starts[0] ?? clocks[0];
    return { kind: "date-clock", date: dates[0], clock, end: clocks.find((k) => k !== clock && saysEnd(header[k] ?? "")) ?? null };
  }
  const carried = clocks.length > 0 ? carriedDate(rows) : null;
  if (carried !== null) return { kind: "date-clock", date: carried, clock: clocks[0], end: null, carried: true };
  const parts = partsOf(header);
  if (parts) return parts;
  if (dates.length > 0) {
    const hour = hourBeside(rows, dates[0], header);
    if (hour !== null) return { kind: "date-clock", date: dates[0], clock: hour, end: null };
  }
  const numbers = of("number").filter((k) => k === 0 || isTimeName(header[k] ?? ""));
  if (numbers.length > 0) return { kind: "stamp", stamp: numbers[0], end: null };
  if (clocks.length > 0) {
    const day = dayAbove(above);
    if (day) return { kind: "clock", clock: clocks[0], day };
  }
  return dates.length > 0 ? { kind: "stamp", stamp: dates[0], end: null } : null;
}

const isTimeName = (name: string): boolean => /time|date|datum|zeit|stamp|heure|ora|fecha|data|epoch|unix/.test(wordsOf(name));

function commonest(kinds: readonly TimeCell[]): TimeCell {
  const told = kinds.filter((kind) => kind !== null);
  const counts = new Map<TimeCell, number>();
  for (const kind of told) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const best = [...counts].sort((a, b) => b[1] - a[1])[0];
  // Dates stand alone at midnight where a spreadsheet leaves 00:00 out.
  if (best?.[0] === "date" && (counts.get("stamp") ?? 0) > 0) return "stamp";
  return best && best[1] * 2 > kinds.length ? best[0] : null;
}

/** A column that has a date where a day begins, and nothing in the rows below. */
function carriedDate(rows: readonly TableRow[]): number | null {
  for (let k = 0; k < FIRST_COLUMNS; k++) {
    const cells = rows.map(({ cells }) => cells[k] ?? "");
    const told = cells.filter((cell) => cell !== "");
    if (told.length > 0 && told.length * 2 < cells.length && cells[0] !== "" && told.every((cell) => timeCell(cell) === "date")) return k;
  }
  return null;
}

function startAndEnd(stamps: readonly number[], header: readonly string[]): TimeColumns {
  const local = stamps.find((k) => saysStart(header[k] ?? ""));
  const start = local ?? stamps.find((k) => !saysEnd(header[k] ?? "")) ?? stamps[0];
  return { kind: "stamp", stamp: start, end: stamps.find((k) => k !== start && saysEnd(header[k] ?? "")) ?? null };
}

function partsOf(header: readonly string[]): TimeColumns | null {
  const at = (word: RegExp, but: number[] = []) => header.findIndex((name, k) => !but.includes(k) && word.test(wordsOf(name).trim()));
  const [year, month, day] = [at(PART_WORDS.year), at(PART_WORDS.month), at(PART_WORDS.day)];
  if (year < 0 || month < 0 || day < 0) return null;
  const [hour, minute] = [at(PART_WORDS.hour), at(PART_WORDS.minute, [month])];
  return { kind: "parts", year, month, day, hour: hour < 0 ? null : hour, minute: minute < 0 ? null : minute };
}

/** A column of hours, or of times of day written without a colon, beside one of dates. */
function hourBeside(rows: readonly TableRow[], date: number, header: readonly string[]): number | null {
  for (const k of [date + 1, date - 1, date + 2]) {
    if (k < 0) continue;
    const clocks = rows.map(({ cells }) => clockOrHour(cells[k] ?? ""));
    const named = PART_WORDS.hour.test(wordsOf(header[k] ?? "").trim()) || /time|zeit|heure|ora|hora/.test(wordsOf(header[k] ?? ""));
    if (named && clocks.every((ms) => !Number.isNaN(ms))) return k;
  }
  return null;
}

/** The day that the lines above a table name; of several the last. */
function dayAbove(above: readonly string[]): DateReadings | null {
  for (const text of [...above].reverse()) {
    const day = dayIn(text);
    if (day) return day;
  }
  return null;
}

/** A day that a line names; null where it names none. */
export function dayIn(text: string): DateReadings | null {
  const match = /\d{1,4}[./-]\d{1,2}[./-]\d{1,4}|\d{1,2}\.?\s+[A-Za-zÀ-ÿ]{3,}\s+\d{4}|[A-Za-z]{3,}\s+\d{1,2},?\s+\d{4}/.exec(text);
  const stamp = match && readStamp(match[0]);
  return stamp && isDate(stamp.day) ? stamp.day : null;
}
