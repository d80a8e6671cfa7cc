import { DAY_MS, HOUR_MS, MINUTE_MS } from "../../constants";
import { type DateReadings, dayNumber } from "./dateText";
import { isDate, readClock, readStamp, type Stamp } from "./stamp";
import { StampMemory } from "./stampMemory";
import { offsetOf } from "./zoneText";

/** Where a table's times stand: in which columns, counted from 0. */
export type TimeColumns =
  | { kind: "stamp"; stamp: number; end: number | null }
  /** `carried` where a date stands at the beginning of its day alone. */
  | { kind: "date-clock"; date: number; clock: number; end: number | null; carried?: boolean }
  /** Times of day under a date that stands above the table, days since 1970. */
  | { kind: "clock"; clock: number; day: DateReadings }
  | { kind: "parts"; year: number; month: number; day: number; hour: number | null; minute: number | null };

/** Columns that tell of time and so of nothing else. */
export function timeIndexes(time: TimeColumns): number[] {
  switch (time.kind) {
    case "stamp":
      return [time.stamp, ...(time.end === null ? [] : [time.end])];
    case "date-clock":
      return [time.date, time.clock, ...(time.end === null ? [] : [time.end])];
    case "clock":
      return [time.clock];
    case "parts":
      return [time.year, time.month, time.day, ...[time.hour, time.minute].filter((k) => k !== null)];
  }
}

/**
 * Reads the time of a row; null where it has none. One reader for one table: it remembers.
 * @param offset a column that says how far ahead of UTC the clock is in each row
 */
export function timeReader(time: TimeColumns, offset: number | null = null): (cells: readonly string[]) => Stamp | null {
  const read = ownReader(time);
  if (offset === null) return read;
  return (cells) => {
    const stamp = read(cells);
    return stamp && { ...stamp, offsetMinutes: offsetOf(cells[offset] ?? "") };
  };
}

function ownReader(time: TimeColumns): (cells: readonly string[]) => Stamp | null {
  const memory = new StampMemory();
  switch (time.kind) {
    case "stamp":
      return (cells) => {
        const stamp = memory.read(cells[time.stamp] ?? "");
        return stamp && Number.isNaN(stamp.clockMs) ? { ...stamp, clockMs: 0 } : stamp;
      };
    case "date-clock":
      return dateAndClock(time);
    case "clock":
      return clockUnder(time);
    case "parts":
      return parts(time);
  }
}

function dateAndClock({ date, clock, carried = false }: { date: number; clock: number; carried?: boolean }) {
  let lastDate = "";
  const days = new Map<string, DateReadings | null>();
  const clocks = new Map<string, number>();
  return (cells: readonly string[]): Stamp | null => {
    const [ownDate, clockText] = [cells[date] ?? "", (cells[clock] ?? "").trim()];
    const dateText = carried && ownDate === "" ? lastDate : ownDate;
    lastDate = dateText;
    let day = days.get(dateText);
    if (day === undefined) {
      const stamp = readStamp(dateText);
      day = stamp && isDate(stamp.day) ? stamp.day : null;
      days.set(dateText, day);
    }
    let clockMs = clocks.get(clockText);
    if (clockMs === undefined) {
      clockMs = clockOrHour(clockText);
      clocks.set(clockText, clockMs);
    }
    return day && !Number.isNaN(clockMs) ? { day, clockMs, offsetMinutes: null } : null;
  };
}

/** "10:15", or the hour alone in a column beside the date. */
export function clockOrHour(text: string): number {
  if (/^\d{1,2}$/.test(text)) return Number(text) <= 24 ? Number(text) * HOUR_MS : Number.NaN;
  if (/^\d{3,4}$/.test(text)) return hhmm(text);
  if (/^0?[.,]\d{3,}$/.test(text)) return Math.round((Number(text.replace(",", ".")) * DAY_MS) / MINUTE_MS) * MINUTE_MS;
  return readClock(text);
}

/** "0015", "930". */
function hhmm(text: string): number {
  const [hour, minute] = [Number(text.slice(0, -2)), Number(text.slice(-2))];
  return hour <= 24 && minute <= 59 ? hour * HOUR_MS + minute * MINUTE_MS : Number.NaN;
}

/** A file of one day; a clock that falls back by half a day or more has gone over midnight. */
function clockUnder({ clock, day }: { clock: number; day: DateReadings }) {
  let gone = 0;
  let last = Number.NaN;
  return (cells: readonly string[]): Stamp | null => {
    const clockMs = readClock(cells[clock] ?? "");
    if (Number.isNaN(clockMs)) return null;
    if (clockMs < last - DAY_MS / 2) gone++;
    last = clockMs;
    return { day: { dmy: day.dmy + gone, mdy: day.mdy + gone, ymd: day.ymd + gone }, clockMs, offsetMinutes: null };
  };
}

function parts({ year, month, day, hour, minute }: Extract<TimeColumns, { kind: "parts" }>) {
  const whole = (cells: readonly string[], k: number | null) => {
    if (k === null) return 0;
    const text = (cells[k] ?? "").trim();
    return /^\d{1,4}$/.test(text) ? Number(text) : Number.NaN;
  };
  return (cells: readonly string[]): Stamp | null => {
    const date = dayNumber(whole(cells, year), whole(cells, month), whole(cells, day));
    const clock = hour === null ? 0 : clockOrHour((cells[hour] ?? "").trim());
    const clockMs = clock + whole(cells, minute) * MINUTE_MS;
    if (Number.isNaN(date) || Number.isNaN(clockMs) || clockMs > DAY_MS) return null;
    return { day: { dmy: date, mdy: date, ymd: date }, clockMs, offsetMinutes: null };
  };
}
