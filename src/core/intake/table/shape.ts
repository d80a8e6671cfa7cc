import { isMissing } from "../cells/missing";
import { type DecimalMark, isLikeNumber, tellDecimal } from "../cells/number";
import { unitOf } from "../columns/units";
import { withoutAccents } from "../time/monthNames";
import { isDate, readClock, readStamp } from "../time/stamp";
import { type TimeColumns, timeIndexes, timeReader } from "../time/timeColumns";
import { offsetOf } from "../time/zoneText";
import { findTime } from "./findTime";
import { filledWidth, isBlank, type TableRow } from "./tableRow";

/** A column over which a time stands, in a table of days by times of day. */
export interface MatrixColumn {
  index: number;
  /** Time of day in ms, or the text of a date. */
  clockMs: number | null;
  dateText: string | null;
}

/** How a table is laid out. */
export interface TableShape {
  /** Lines over the table, cells joined. */
  above: string[];
  /** Rows of the heading, and what they say of each column together. */
  header: TableRow[];
  names: string[];
  /** The first row of data in the sample. */
  dataFrom: number;
  width: number;
  time: TimeColumns;
  /** A column that says how far ahead of UTC each row's clock is. */
  offset: number | null;
  decimal: DecimalMark;
  /** Whether the decimal mark was told by the numbers; else it is the usual one beside this delimiter. */
  decimalTold: boolean;
  /** Columns that say whose value a row is: a long table. */
  keys: number[];
  /** Columns of values. */
  values: number[];
  /** Where columns are times: a row for each day, or for each time of day. */
  matrix: MatrixColumn[] | null;
}

/** A heading has at most so many rows: names, parts, units, kinds. */
const MOST_HEADING_ROWS = 4;
/** Of a table at least so many columns of times, to be one of days by times of day. */
const LEAST_MATRIX = 12;

/**
 * Tells how a table is laid out from its first rows.
 * @param rows the first some hundred rows of the file, in order
 * @param usual the decimal mark where the numbers don't tell
 * @returns null where there is no table with times in it
 */
export function tellShape(rows: readonly TableRow[], usual: DecimalMark): TableShape | null {
  const matrix = tellMatrix(rows, usual);
  if (matrix) return matrix;
  const full = rows.filter(({ cells }) => !isBlank(cells));
  const width = commonWidth(full);
  if (width < 2) return null;
  const wide = full.filter(
    ({ cells }) =>
      Math.abs(filledWidth(cells) - width) <= Math.max(1, width / 2) && cells.length > 1 && cells.some((cell) => /\d/.test(cell)),
  );
  const time = findTime(wide.slice(-400), namesOver(rows, wide[0]), linesAbove(rows, wide[0]));
  if (!time) return null;
  const read = timeReader(time);
  const isData = ({ cells }: TableRow) => cells.length >= 2 && read(cells) !== null;
  const dataFrom = rows.findIndex(isData);
  if (dataFrom < 0) return null;
  const data = rows.slice(dataFrom).filter(isData);
  const dataWidth = Math.max(...data.slice(0, 50).map(({ cells }) => cells.length));
  const { header, above } = headingOf(rows.slice(0, dataFrom), dataWidth);
  const names = joinedNames(header, dataWidth);
  const exact = findTime(data, names, above) ?? time;
  const taken = new Set(timeIndexes(exact));
  const free = Array.from({ length: dataWidth }, (_, k) => k).filter((k) => !taken.has(k));
  const offset = free.find((k) => isOffsetColumn(data, k, names[k] ?? "")) ?? null;
  const columns = free.filter((k) => k !== offset);
  const decimal = tellDecimal(numbersOf(data, columns));
  const { keys, values } = keysAndValues(data, columns, names);
  return {
    above,
    header,
    names,
    dataFrom,
    width: dataWidth,
    time: exact,
    offset,
    decimal: decimal ?? usual,
    decimalTold: decimal !== null,
    keys,
    values,
    matrix: null,
  };
}

/** Whether a column says in each row how far ahead of UTC the clock is. */
function isOffsetColumn(rows: readonly TableRow[], column: number, name: string): boolean {
  if (!/zone|offset|utc|tz|dst|zeitzone|fuseau|fuso/i.test(name)) return false;
  return rows.every(({ cells }) => offsetOf(cells[column] ?? "") !== null);
}

/** Columns' names where a file begins with its data: none, but for a heading right above. */
function namesOver(rows: readonly TableRow[], first: TableRow | undefined): string[] {
  const at = first ? rows.indexOf(first) : -1;
  const before = at > 0 ? rows[at - 1].cells : [];
  return before.length > 1 ? [...before] : [...(first?.cells ?? [])];
}

function linesAbove(rows: readonly TableRow[], first: TableRow | undefined): string[] {
  const at = first ? rows.indexOf(first) : 0;
  return rows.slice(0, at).map(({ cells }) => cells.join(" "));
}

function commonWidth(rows: readonly TableRow[]): number {
  const counts = new Map<number, number>();
  for (const { cells } of rows) counts.set(cells.length, (counts.get(cells.length) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0]?.[0] ?? 0;
}

/** The rows right above the data that name columns, and the lines over those. */
function headingOf(before: readonly TableRow[], width: number): { header: TableRow[]; above: string[] } {
  let from = before.length;
  // A blank line between heading and data is passed over.
  while (from > 0 && isBlank(before[from - 1].cells)) from--;
  const bottom = from;
  while (from > 0 && bottom - from < MOST_HEADING_ROWS && isHeading(before[from - 1].cells, width, from === bottom)) from--;
  const above = before.slice(0, from).filter(({ cells }) => !isBlank(cells));
  return { header: before.slice(from, bottom), above: above.map(({ cells }) => cells.filter(Boolean).join(" ")) };
}

function isHeading(cells: readonly string[], width: number, lowest: boolean): boolean {
  const filled = cells.filter(Boolean);
  if (filled.length === 0) return false;
  if (lowest) return cells.length >= Math.min(2, width);
  // Lines over a table hold a key and its value; a row of a heading reaches over the columns.
  if (cells.length < Math.max(2, width - 1) || cells.length > width + 1) return false;
  const unitsBelow = filled.length >= 2 || width <= 2;
  return unitsBelow && !(width > 3 && filled.length === 2 && cells[0] !== "" && cells[1] !== "" && filledWidth(cells) === 2);
}

/** What the rows of a heading say of each column: a name that stands over several is said of each. */
function joinedNames(header: readonly TableRow[], width: number): string[] {
  const rows = header.map(({ cells }, k) => (k < header.length - 1 ? filledOn(cells, width) : cells));
  return Array.from({ length: width }, (_, column) => {
    const parts = rows.map((cells) => (cells[column] ?? "").replace(/\s+/g, " ").trim()).filter((part) => part !== "");
    const said = parts.filter((part, k) => parts.indexOf(part) === k);
    return said.map((part, k) => (k > 0 && k === said.length - 1 && unitOf(part) ? `[${part}]` : part)).join(" ");
  });
}

function filledOn(cells: readonly string[], width: number): string[] {
  // A row that fills its columns leaves none to be filled on.
  const out: string[] = [];
  let last = "";
  for (let k = 0; k < width; k++) {
    const cell = cells[k] ?? "";
    if (cell !== "") last = unitOf(cell) ? "" : cell;
    out.push(cell !== "" ? cell : k === 0 ? "" : last);
  }
  return out;
}

function* numbersOf(rows: readonly TableRow[], columns: readonly number[]): Generator<string> {
  for (const { cells } of rows) for (const k of columns) if (isLikeNumber(cells[k] ?? "")) yield cells[k];
}

/** Words over columns that say whose or which value a row is, without accents. */
const KEY_WORDS =
  /\b(?:device|geraet|gerat|apparat|appareil|dispositivo|inverter|wechselrichter|onduleur|name|sensor|channel|kanal|canal|canale|parameter|parametre|parametro|measure|measurement|messgroesse|messgrosse|quantity|variable|tag|point|serial|seriennummer|sn|id|unit|einheit|series|metric|register|string|module|modul|zaehler|zahler|meter|component|komponente|source|quelle|type|typ|key|item)\b/;
/** What a row's state is called: it tells of no place. */
const STATE_WORDS =
  /\b(?:status|state|zustand|error|fehler|event|ereignis|quality|qualitaet|qualitat|flag|comment|kommentar|bemerkung|note|mode|modus|code)\b/;

/** So many different keys a table can have; what has more is free text. */
const MOST_KEYS = 2000;

function keysAndValues(
  rows: readonly TableRow[],
  columns: readonly number[],
  names: readonly string[],
): { keys: number[]; values: number[] } {
  const keys: number[] = [];
  const values: number[] = [];
  for (const k of columns) {
    const cells = rows.map(({ cells }) => cells[k] ?? "").filter((cell) => !isMissing(cell));
    const words = withoutAccents(names[k] ?? "")
      .toLowerCase()
      .replaceAll("_", " ");
    const numeric = cells.filter(isLikeNumber).length;
    const distinct = new Set(cells).size;
    const text = cells.length > 0 && numeric * 2 < cells.length;
    const few = distinct <= Math.min(MOST_KEYS, Math.max(1, cells.length / 2)) || (text && cells.length < 20);
    // Numbers of devices come back; numbers with decimals are measured.
    const numbered =
      !text &&
      KEY_WORDS.test(words) &&
      !hasUnit(names[k] ?? "") &&
      cells.length > 1 &&
      distinct * 2 <= cells.length &&
      cells.every((cell) => /^\d+$/.test(cell)) &&
      repeatsTimes(rows, columns, k);
    if ((text && few && !STATE_WORDS.test(words)) || numbered) keys.push(k);
    else values.push(k);
  }
  return values.length > 0 ? { keys: neededKeys(rows, columns, keys), values } : { keys: [], values: columns.slice() };
}

/** Keys that tell rows of one time apart, or that stand still: what changes from time to time is a state and tells of no place. */
function neededKeys(rows: readonly TableRow[], columns: readonly number[], keys: readonly number[]): number[] {
  const taken = new Set(columns);
  const timeOf = ({ cells }: TableRow) => cells.filter((_, k) => !taken.has(k)).join(" ");
  let kept = [...keys];
  for (const key of keys) {
    if (new Set(rows.map(({ cells }) => cells[key])).size === 1) continue;
    const others = kept.filter((k) => k !== key);
    const placeOf = (row: TableRow) => others.map((k) => row.cells[k]).join("\u0000");
    const told = new Set(rows.map((row) => `${timeOf(row)}\u0000${placeOf(row)}`)).size === rows.length;
    // What the other keys say already is the place's own name, and no state.
    const changes = new Set(rows.map((row) => `${placeOf(row)}\u0000${row.cells[key]}`)).size > new Set(rows.map(placeOf)).size;
    if (told && changes) kept = others;
  }
  return kept;
}

const hasUnit = (name: string): boolean => /[[(]/.test(name);

/** Whether neighbouring rows have the same time: several devices speak at once. */
function repeatsTimes(rows: readonly TableRow[], columns: readonly number[], key: number): boolean {
  const taken = new Set(columns);
  const timeOf = ({ cells }: TableRow) => cells.filter((_, k) => !taken.has(k)).join(" ");
  const seen = new Set(rows.map(timeOf));
  const constant = new Set(rows.map(({ cells }) => cells[key])).size === 1;
  return constant || seen.size < rows.length;
}

/** A table of days by times of day, or of times of day by days. */
function tellMatrix(rows: readonly TableRow[], usual: DecimalMark): TableShape | null {
  for (const [at, { cells, line }] of rows.slice(0, 40).entries()) {
    const clocks: MatrixColumn[] = cells.flatMap((cell, index) => {
      const clockMs = /[:h]/i.test(cell) && cell.length <= 14 ? readClock(cell.replace(/^.*?(?=\d{1,2}:)/, "")) : Number.NaN;
      return Number.isNaN(clockMs) ? [] : [{ index, clockMs, dateText: null }];
    });
    const dates: MatrixColumn[] = cells.flatMap((cell, index) => {
      const stamp = index > 0 ? readStamp(cell) : null;
      return stamp && Number.isNaN(stamp.clockMs) && isDate(stamp.day) ? [{ index, clockMs: null, dateText: cell }] : [];
    });
    const columns = clocks.length >= LEAST_MATRIX ? clocks : dates.length >= 2 && dates.length >= cells.length - 2 ? dates : null;
    if (!columns) continue;
    const data = rows.slice(at + 1).filter(({ cells: own }) => own.length >= 2 && isMatrixRow(own, columns));
    if (data.length === 0) continue;
    const first = columns[0].index;
    const free = Array.from({ length: cells.length }, (_, k) => k).filter((k) => !columns.some((column) => column.index === k));
    const timeColumn = free.find((k) =>
      columns === clocks ? isDateCell(data[0].cells[k]) : !Number.isNaN(readClock(data[0].cells[k] ?? "")),
    );
    if (timeColumn === undefined || first === timeColumn) continue;
    const decimal = tellDecimal(
      numbersOf(
        data,
        columns.map(({ index }) => index),
      ),
    );
    const keys = free.filter(
      (k) =>
        k !== timeColumn &&
        data.every(({ cells: own }) => !isLikeNumber(own[k] ?? "") || KEY_WORDS.test((cells[k] ?? "").toLowerCase())) &&
        data.some(({ cells: own }) => own[k]),
    );
    return {
      above: rows
        .slice(0, at)
        .filter((row) => !isBlank(row.cells))
        .map((row) => row.cells.filter(Boolean).join(" ")),
      header: [{ cells, line }],
      offset: null,
      names: cells.slice(),
      dataFrom: rows.indexOf(data[0]),
      width: cells.length,
      time:
        columns === clocks
          ? { kind: "stamp", stamp: timeColumn, end: null }
          : { kind: "clock", clock: timeColumn, day: { dmy: 0, mdy: 0, ymd: 0 } },
      decimal: decimal ?? usual,
      decimalTold: decimal !== null,
      keys,
      values: columns.map(({ index }) => index),
      matrix: columns,
    };
  }
  return null;
}

const isDateCell = (cell: string | undefined): boolean => {
  const stamp = readStamp(cell ?? "");
  return stamp !== null && Number.isNaN(stamp.clockMs);
};

function isMatrixRow(cells: readonly string[], columns: readonly MatrixColumn[]): boolean {
  const told = columns.filter(({ index }) => isLikeNumber(cells[index] ?? "") || isMissing(cells[index] ?? ""));
  return told.length >= columns.length / 2 && cells.some((cell) => /\d/.test(cell));
}
