import { DAY_MS, HOUR_MS, MINUTE_MS, SECOND_MS } from "../../constants";
import { type DateReadings, readDate } from "./dateText";
import { offsetOf } from "./zoneText";

/** What a stamp says. */
export interface Stamp {
  /** What the date can mean, in days. */
  day: DateReadings;
  /** Time of day, ms; 24 hours where it says 24:00. NaN where the stamp has a date alone. */
  clockMs: number;
  /** Minutes ahead of UTC where the stamp says so, else null. */
  offsetMinutes: number | null;
}

const CLOCK = /(\d{1,2})\s?[:h]\s?(\d{2})(?:\s?[:m]\s?(\d{2})(?:[.,](\d{1,9}))?s?)?\s*([ap]\.?\s?m\.?(?![a-z]))?/i;
const DOTTED_CLOCK = /^(\d{1,2})\.(\d{2})(?:\.(\d{2}))?\s*([ap]\.?\s?m\.?)?$/i;
/** "14.03.2025 10.15": behind a date and a blank a point stands for a colon. */
const DOTTED_BEHIND = /\s(\d{1,2})\.(\d{2})(?:\.(\d{2}))?$/;
const HOUR_ALONE = /(?:^|\s)(\d{1,2})\s*([ap]\.?\s?m\.?)$/i;

/** Days from Excel's day 0 (1899-12-30) to 1970-01-01. */
const SHEET_EPOCH_DAYS = 25_569;
/** Sheet days from 1990 to 2100; seconds and milliseconds since 1970 of the same. */
const SHEET = { from: 32_874, to: 73_050 };
const EPOCH_S = { from: 631_152_000, to: 4_102_444_800 };

function sameDay(day: number): DateReadings {
  return { dmy: day, mdy: day, ymd: day };
}

function at(wallMs: number, offsetMinutes: number | null): Stamp {
  const day = Math.floor(wallMs / DAY_MS);
  return { day: sameDay(day), clockMs: wallMs - day * DAY_MS, offsetMinutes };
}

/** Stamps that are one number: seconds or milliseconds since 1970, days of a spreadsheet, or digits without marks. */
function ofNumber(text: string): Stamp | null {
  const digits = /^(\d{4})(\d{2})(\d{2})[T_\s]?(\d{2})(\d{2})(\d{2})?(Z)?$/.exec(text);
  const value = Number(text.replace(",", "."));
  if (/^\d{13}$/.test(text) && value >= EPOCH_S.from * 1e3 && value <= EPOCH_S.to * 1e3) return at(value, 0);
  if (digits) {
    const day = readDate(`${digits[1]}${digits[2]}${digits[3]}`);
    const clockMs = clockOf(digits[4], digits[5], digits[6], undefined);
    if (!Number.isNaN(day.ymd) && !Number.isNaN(clockMs)) return { day, clockMs, offsetMinutes: digits[7] ? 0 : null };
  }
  if (/^\d{9,10}(?:[.,]\d+)?$/.test(text) && value >= EPOCH_S.from && value <= EPOCH_S.to) return at(value * SECOND_MS, 0);
  if (/^\d{5}(?:[.,]\d+)?$/.test(text) && value >= SHEET.from && value <= SHEET.to)
    return at(Math.round(((value - SHEET_EPOCH_DAYS) * DAY_MS) / SECOND_MS) * SECOND_MS, null);
  return null;
}

function clockOf(hour: string, minute: string, second: string | undefined, half: string | undefined): number {
  let hours = Number(hour);
  if (half) {
    if (hours < 1 || hours > 12) return Number.NaN;
    hours = (hours % 12) + (/^p/i.test(half) ? 12 : 0);
  }
  const ms = hours * HOUR_MS + Number(minute) * MINUTE_MS + Number(second ?? 0) * SECOND_MS;
  return Number(minute) > 59 || Number(second ?? 0) > 59 || ms > DAY_MS ? Number.NaN : ms;
}

interface ClockPart {
  ms: number;
  /** Where it begins and ends in the text. */
  from: number;
  to: number;
}

function clockPart(text: string): ClockPart | null {
  const match = CLOCK.exec(text);
  if (match) {
    const whole = clockOf(match[1], match[2], match[3], match[5]);
    // Parts of a second are too fine for any interval.
    return { ms: whole, from: match.index, to: match.index + match[0].length };
  }
  const dotted = DOTTED_BEHIND.exec(text);
  if (dotted) return { ms: clockOf(dotted[1], dotted[2], dotted[3], undefined), from: dotted.index + 1, to: text.length };
  const alone = HOUR_ALONE.exec(text);
  if (!alone) return null;
  return { ms: clockOf(alone[1], "00", undefined, alone[2]), from: alone.index, to: text.length };
}

/**
 * Reads a stamp in any usual writing; what it has of date, time and zone.
 * @returns null where it has no date
 */
export function readStamp(text: string): Stamp | null {
  const trimmed = text.trim().replace(/^['"]|['"]$/g, "");
  if (!/\d/.test(trimmed) || trimmed.length > MOST_CHARACTERS) return null;
  if (/^[\d.,TZ_]+$/.test(trimmed)) {
    const number = ofNumber(trimmed);
    if (number) return number;
  }
  const clock = clockPart(trimmed);
  if (!clock) {
    const day = readDate(trimmed);
    return isDate(day) ? { day, clockMs: Number.NaN, offsetMinutes: null } : null;
  }
  if (Number.isNaN(clock.ms)) return null;
  const day = readDate(trimmed.slice(0, clock.from).replace(/[T,;\s_-]+$/, ""));
  const tail = trimmed.slice(clock.to).trim();
  if (!isDate(day)) return dateBehind(trimmed, clock);
  // "10:15-10:30" is a stretch of the day, but behind an ISO date an offset.
  const stretch = /^-\s?\d{1,2}:\d{2}/.test(tail) && !/^\d{4}-\d{2}-\d{2}/.test(trimmed);
  return withTail(day, clock.ms, stretch ? "" : tail);
}

const MOST_CHARACTERS = 60;

export function isDate(day: DateReadings): boolean {
  return !(Number.isNaN(day.dmy) && Number.isNaN(day.mdy) && Number.isNaN(day.ymd));
}

/** What stands behind the time of day: a zone, the end of the interval, or nothing that is known. */
function withTail(day: DateReadings, clockMs: number, tail: string): Stamp | null {
  // "+01:00[Europe/Vienna]", "GMT+0100 (summer time)": what is said twice is passed over.
  const bare = tail.replace(/\s*(?:\[[A-Za-z_]+\/[A-Za-z_/]+\]|\([^()]*\))$/, "");
  if (bare !== "" && bare !== tail) return withTail(day, clockMs, bare);
  if (tail === "" || /^(?:h|uhr|hrs?|s)\.?$/i.test(tail)) return { day, clockMs, offsetMinutes: null };
  const offset = offsetOf(tail);
  if (offset !== null) return { day, clockMs, offsetMinutes: offset };
  const named = /^\[?[A-Z][A-Za-z]+\/[A-Za-z_]+\]?$/.test(tail);
  // "10:00 - 10:15": the end of the interval says nothing more.
  return named || /^(?:-|–|bis|to|until)\s*(?:\S+\s+)?\d{1,2}:\d{2}/i.test(tail) ? { day, clockMs, offsetMinutes: null } : null;
}

/** "10:15 14.03.2025". */
function dateBehind(text: string, clock: ClockPart): Stamp | null {
  if (clock.from > 0) return null;
  const day = readDate(text.slice(clock.to));
  return isDate(day) ? { day, clockMs: clock.ms, offsetMinutes: null } : null;
}

/** A time of day alone, ms; NaN where a text isn't one. A column of its own may write "10.15". */
export function readClock(text: string): number {
  const trimmed = text.trim();
  const dotted = DOTTED_CLOCK.exec(trimmed);
  if (dotted) return clockOf(dotted[1], dotted[2], dotted[3], dotted[4]);
  const clock = clockPart(trimmed);
  if (!clock || clock.from > 0) return Number.NaN;
  const tail = trimmed.slice(clock.to).trim();
  return tail === "" || withTail({ dmy: 0, mdy: 0, ymd: 0 }, 0, tail) !== null ? clock.ms : Number.NaN;
}
