import { DAY_MS, MINUTE_MS } from "../../constants";
import { shown } from "../../errors/errors";
import { FaultList, FormatError } from "../../errors/formatError";
import { EARLIEST_SERIES_MS, SERIES_MOST } from "../../formats/seriesLimits";
import { unitOf } from "../columns/units";
import { DATE_ORDERS, type DateOrder } from "../time/dateText";
import { withoutAccents } from "../time/monthNames";
import { readStamp, type Stamp } from "../time/stamp";
import { timeIndexes, timeReader } from "../time/timeColumns";
import { dayIn } from "./findTime";
import { withoutStates } from "./joinGroups";
import { type DecimalChoice, RawGroupBuilder } from "./rawGroupBuilder";
import type { RawTable, RowNote } from "./rawTable";
import type { TableShape } from "./shape";
import { filledWidth, isBlank, type TableRow } from "./tableRow";

/** What a row that adds others up begins with, without accents. */
const TOTALS =
  /^(?:grand |sub|zwischen)?(?:totals?|sum(?:me|ma|mary)?|gesamt(?:summe|ertrag|e)?|somme|totale?|totaal|suma|average|avg|mean|mittel(?:wert)?|durchschnitt|moyenne|media|medio|min(?:imum|imo)?|max(?:imum|imo)?|count|anzahl|ertrag gesamt|std(?:dev)?|median)\b[\s:.]*/i;
/** A line that a logger writes between its rows; signs alone are damage. */
const COMMENT = /^(?:#+|\/\/|\*+)\s*[A-Za-zÀ-ÿ0-9]/;
/** Rows that are shorter than the table are its way where so many are; fewer are damaged. */
const SHORT_SHARE = 0.02;
const LEAST_SHORT = 3;

/** Sorts a table's rows: data to their groups, headings that come again, sums and closing lines aside; collects what is wrong. */
export class RowSorter {
  private readonly groups = new Map<string, RawGroupBuilder>();
  private readonly faults: FaultList;
  private readonly notes = new Map<RowNote["kind"], RowNote>();
  private read: (cells: readonly string[]) => Stamp | null;
  private readonly headings: Set<string>;
  private readonly firstLine: number;
  private readonly timeColumn: number;
  private readonly matrixDays: (Record<DateOrder, number> | null)[];
  private readonly mark: DecimalChoice;
  private alive: DateOrder[] = [...DATE_ORDERS];
  /** Rows without a time: closing lines if no data follow. */
  private odd: { cells: string[]; line: number }[] = [];
  private short: { line: number; cells: number }[] = [];
  private absolute: boolean | null = null;
  private rows = 0;
  private last: { line: number; cells: number } = { line: 0, cells: 0 };

  constructor(
    private readonly file: string,
    private readonly shape: TableShape,
    head: readonly TableRow[],
    private readonly nowMs: number,
  ) {
    this.faults = new FaultList(file);
    this.mark = { decimal: shape.decimal, told: shape.decimalTold };
    this.read = timeReader(shape.time, shape.offset);
    this.firstLine = head[shape.dataFrom].line;
    this.headings = new Set(head.slice(0, shape.dataFrom).map(({ cells }) => cells.join("\u0000")));
    this.timeColumn = timeIndexes(shape.time)[0];
    this.matrixDays = (shape.matrix ?? []).map(({ dateText }) => (dateText === null ? null : (readStamp(dateText)?.day ?? null)));
  }

  row(raw: string[], line: number): void {
    if (line < this.firstLine) return;
    const cells = trimmed(raw);
    if (isBlank(cells)) return;
    const stamp = this.read(cells);
    if (!stamp) this.withoutTime(cells, line);
    else if (this.fits(cells, line)) this.data(cells, stamp, line);
  }

  private withoutTime(cells: string[], line: number): void {
    const first = cells.find((cell) => cell !== "") ?? "";
    this.nextDay(cells);
    if (this.headings.has(cells.join("\u0000"))) {
      // Files put one behind the other: what stands before the heading that comes again is the lines over it.
      this.note("repeated-heading", "a heading that comes again", line);
      this.odd = [];
    } else if (timeIndexes(this.shape.time).some((k) => isTotals(cells[k] ?? "")) || isTotals(first))
      this.note("totals-row", `a row of sums (${shown(first)})`, line);
    else if (COMMENT.test(first) && cells.filter(Boolean).length === 1) this.note("comment", "a line of comment", line);
    else this.odd.push({ cells, line });
  }

  /** Of a table of times of day alone, a line between may name the next day. */
  private nextDay(cells: readonly string[]): void {
    const { time } = this.shape;
    const day = time.kind === "clock" && !this.shape.matrix ? dayIn(cells.join(" ")) : null;
    if (time.kind === "clock" && day) this.read = timeReader({ ...time, day }, this.shape.offset);
  }

  /** Whether a row has as many cells as the table; what it lacks at its end it may lack, if it is the table's way. */
  private fits(cells: readonly string[], line: number): boolean {
    this.last = { line, cells: cells.length };
    if (cells.length === this.shape.width) return true;
    if (cells.length > this.shape.width && filledWidth(cells) <= this.shape.width) return true;
    if (cells.length < this.shape.width) {
      this.short.push({ line, cells: cells.length });
      return true;
    }
    this.fault(line, undefined, `${cells.length} cells`, `${this.shape.width}, as in line ${this.firstLine}`);
    return false;
  }

  private data(cells: readonly string[], stamp: Stamp, line: number): void {
    for (const { cells: own, line: at } of this.odd) this.withoutReadableTime(own, at);
    this.odd = [];
    if (!this.sameKind(stamp, cells, line)) return;
    const key = this.keyOf(cells);
    const group = this.group(key);
    if (this.shape.matrix) this.spread(group, cells, stamp, line);
    else {
      const restMs = stamp.clockMs - (stamp.offsetMinutes ?? 0) * MINUTE_MS;
      if (!this.settleOrders(stamp.day, restMs, cells[this.timeColumn] ?? "", line)) return;
      group.begin(stamp.day, restMs, DAY_MS, line, this.alive);
      const { values } = this.shape;
      for (let k = 0; k < values.length; k++) group.value(k, cells[values[k]] ?? "", line);
    }
    this.rows++;
    if (this.rows * Math.max(1, this.shape.values.length) > SERIES_MOST.cells)
      throw new FormatError({
        file: this.file,
        line,
        found: `over ${SERIES_MOST.cells / 1e6} million values`,
        expected: "a shorter file: give it in parts",
      });
  }

  /** Each cell of a row of times becomes a row of its own. */
  private spread(group: RawGroupBuilder, cells: readonly string[], stamp: Stamp, line: number): void {
    this.shape.matrix?.forEach(({ index, clockMs }, k) => {
      const cell = cells[index] ?? "";
      const day = this.matrixDays[k] ?? stamp.day;
      const restMs = clockMs ?? stamp.clockMs;
      // A day of 23 hours leaves a cell without a value.
      if (cell === "" || !this.settleOrders(day, restMs, cells[this.timeColumn] ?? "", line)) return;
      group.begin(day, restMs, DAY_MS, line, this.alive);
      group.value(0, cell, line);
    });
  }

  /** Whose and which value a row is; a unit among the keys stands in brackets. */
  private keyOf(cells: readonly string[]): string {
    const { keys, names } = this.shape;
    if (keys.length === 0) return "";
    return keys
      .map((k) => {
        const cell = cells[k] ?? "";
        const unit = unitOf(cell) !== null && (cell.length > 1 || UNIT_COLUMN.test(names[k] ?? ""));
        return unit ? `[${cell}]` : cell;
      })
      .filter(Boolean)
      .join(" ");
  }

  private group(key: string): RawGroupBuilder {
    const known = this.groups.get(key);
    if (known) return known;
    if (this.groups.size >= SERIES_MOST.columns)
      throw new FormatError({
        file: this.file,
        found: `over ${SERIES_MOST.columns} different places and quantities`,
        expected: "a table of one site",
      });
    const names = this.shape.matrix ? [this.matrixName(key)] : this.shape.values.map((k) => nameUnder(key, this.shape.names[k] ?? "", k));
    const made = new RawGroupBuilder(key, names, this.mark);
    this.groups.set(key, made);
    return made;
  }

  /** A table of days by times of day is named by its keys and the lines over it. */
  private matrixName(key: string): string {
    const corner = this.shape.names[this.timeColumn] ?? "";
    const said = [key, ...this.shape.above, corner].filter(
      (text) => text !== "" && !/^(?:date|datum|day|tag|time|zeit|uhrzeit|jour|data|giorno)$/i.test(text),
    );
    return said.join(" ") || "values";
  }

  /** Stamps say all how far they are ahead of UTC, or none. */
  private sameKind({ offsetMinutes }: Stamp, cells: readonly string[], line: number): boolean {
    this.absolute ??= offsetMinutes !== null;
    if (this.absolute === (offsetMinutes !== null)) return true;
    this.fault(
      line,
      this.timeName,
      shown(cells[this.timeColumn] ?? ""),
      this.absolute ? "an offset, as in the lines before" : "no offset, as in the lines before",
    );
    return false;
  }

  /** Drops orders of dates in which this one can't be read. @returns false where none is left, with a fault */
  private settleOrders(day: Record<DateOrder, number>, restMs: number, text: string, line: number): boolean {
    const latest = this.nowMs + SERIES_MOST.aheadMs;
    const can = (order: DateOrder) => {
      const at = day[order] * DAY_MS + restMs;
      return at >= EARLIEST_SERIES_MS && at <= latest;
    };
    if (this.alive.every(can)) return true;
    const left = this.alive.filter(can);
    if (left.length > 0) {
      this.alive = left;
      return true;
    }
    const dated = DATE_ORDERS.filter((order) => !Number.isNaN(day[order]));
    const inReach = dated.some(can);
    this.fault(line, this.timeName, shown(text), inReach ? "a date in the order of the lines before" : "a time from 1990 on that has been");
    return false;
  }

  private get timeName(): string {
    return this.shape.names[this.timeColumn] || "time";
  }

  private fault(line: number, key: string | undefined, found: string, expected: string): void {
    this.faults.add({ line, key, found, expected });
    if (this.faults.full) this.faults.throwIfAny();
  }

  private withoutReadableTime(cells: readonly string[], line: number): void {
    const cell = cells[this.timeColumn] ?? "";
    this.fault(line, this.timeName, cell === "" ? "no time" : shown(cell), `a time as in line ${this.firstLine}`);
  }

  private note(kind: RowNote["kind"], text: string, line: number, count = 1): void {
    const known = this.notes.get(kind);
    if (known) known.count += count;
    else this.notes.set(kind, { kind, text, count, firstLine: line });
  }

  finish({ encoding, delimiter, ended }: { encoding: string; delimiter: string | null; ended: boolean }): RawTable {
    this.closing(ended);
    this.faults.throwIfAny();
    const layout = this.shape.matrix ? "matrix" : this.shape.keys.length > 0 ? "long" : "wide";
    return {
      file: this.file,
      files: [this.file],
      encoding,
      delimiter,
      decimal: this.mark.decimal,
      above: this.shape.above,
      timeName: this.timeName,
      heading: this.shape.names,
      absolute: this.absolute ?? false,
      layout,
      groups: withoutStates(
        [...this.groups.values()].map((group) => group.taken(this.alive)),
        this.alive[0],
      ),
      rows: this.rows,
      notes: [...this.notes.values()],
      firstLine: this.firstLine,
    };
  }

  /** What stands behind the last row, and rows that were too short. */
  private closing(ended: boolean): void {
    for (const { cells, line } of this.odd) {
      const first = cells.find((cell) => cell !== "") ?? "";
      if (/^[\d+-]/.test(first)) this.withoutReadableTime(cells, line);
      else this.note("footer", `a closing line (${shown(first)})`, line);
    }
    const usual = this.short.length >= Math.max(LEAST_SHORT, SHORT_SHARE * this.rows);
    const cut = !ended && this.last.cells < this.shape.width;
    if (this.short.length > 0 && usual && !cut)
      this.note("short-rows", "rows that leave out empty cells at their end", this.short[0].line, this.short.length);
    else
      for (const { line, cells } of this.short) {
        const found = cut && line === this.last.line ? `${cells} cells, and then the end of the file` : `${cells} cells`;
        this.faults.add({ line, found, expected: `${this.shape.width}, as in line ${this.firstLine}` });
      }
  }
}

/** What a column of values is called that says nothing of them. */
const GENERIC = /^(?:values?|werte?|messwerte?|valeurs?|valor[ei]?|readings?|data)$/i;
const UNIT_COLUMN = /^(?:units?|einheit(?:en)?|unite|unita|unidad)$/i;

function nameUnder(key: string, name: string, column: number): string {
  if (key === "") return name || `column ${column + 1}`;
  return GENERIC.test(name) ? key : `${key} ${name}`.trim();
}

function isTotals(cell: string): boolean {
  return TOTALS.test(withoutAccents(cell));
}

/** Cells without blanks at their ends; most have none, and are left as they are. */
function trimmed(cells: string[]): string[] {
  for (let k = 0; k < cells.length; k++) {
    const cell = cells[k];
    const last = cell.charCodeAt(cell.length - 1);
    const first = cell.charCodeAt(0);
    if (first <= 32 || last <= 32 || first === 160 || last === 160 || first === 0xfeff)
      cells[k] = cell.replace(/^[\s\u00a0\ufeff]+|[\s\u00a0]+$/g, "");
  }
  return cells;
}
