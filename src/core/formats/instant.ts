import { z } from "zod";
import { MINUTE_MS } from "../constants";
import { daysInMonth } from "../series/calendarDate";

const PATTERN = /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,9}))?)?(Z|[+-]\d{2}:?\d{2})?$/;
/** The Gregorian calendar begins in October 1582; before it a date means another day. */
const EARLIEST_YEAR = 1583;
/** No clock on Earth is further from UTC. */
const MOST_OFFSET_MINUTES = 14 * 60;

export type InstantFault = "not-a-date" | "no-offset";

/**
 * Reads an ISO 8601 instant with an offset or `Z`, strictly: no date that the calendar lacks, no offset that no place has.
 * @returns milliseconds since 1970-01-01T00:00Z, or what is wrong
 */
export function readInstant(text: string): number | InstantFault {
  const match = PATTERN.exec(text);
  if (!match) return "not-a-date";
  const [year, month, day, hour, minute] = [1, 2, 3, 4, 5].map((k) => Number(match[k]));
  const second = match[6] ? Number(match[6]) : 0;
  const fraction = match[7] ? Math.round(Number(`0.${match[7]}`) * 1000) : 0;
  if (year < EARLIEST_YEAR || month < 1 || month > 12 || day < 1 || day > daysInMonth(year, month)) return "not-a-date";
  if (hour > 23 || minute > 59 || second > 59) return "not-a-date";
  if (!match[8]) return "no-offset";
  const utc = Date.UTC(year, month - 1, day, hour, minute, second, fraction);
  if (match[8] === "Z") return utc;
  const sign = match[8][0] === "-" ? -1 : 1;
  const [offsetHours, offsetMinutes] = [Number(match[8].slice(1, 3)), Number(match[8].slice(-2))];
  const minutesOff = offsetHours * 60 + offsetMinutes;
  if (offsetMinutes > 59 || minutesOff > MOST_OFFSET_MINUTES) return "not-a-date";
  return utc - sign * minutesOff * MINUTE_MS;
}

/** "2025-03-14T06:15:00Z": UTC to the second. */
export function writeInstant(utcMs: number): string {
  return `${new Date(utcMs).toISOString().slice(0, 19)}Z`;
}

/** An instant in a file that is JSON. */
export const instantSchema = z
  .string()
  .refine((text) => typeof readInstant(text) === "number", "an instant with an offset like 2025-03-14T10:00:00Z");
