const PATTERN = /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,9}))?)?(Z|[+-]\d{2}:?\d{2})?$/;
const DAYS_IN_MONTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

export type InstantFault = "not-a-date" | "no-offset";

/**
 * Reads an ISO 8601 instant with an offset or `Z`, strictly: no date that the calendar lacks.
 * @returns milliseconds since 1970-01-01T00:00Z, or what is wrong
 */
export function readInstant(text: string): number | InstantFault {
  const match = PATTERN.exec(text);
  if (!match) return "not-a-date";
  const [year, month, day, hour, minute] = [1, 2, 3, 4, 5].map((k) => Number(match[k]));
  const second = match[6] ? Number(match[6]) : 0;
  const fraction = match[7] ? Math.round(Number(`0.${match[7]}`) * 1000) : 0;
  if (month < 1 || month > 12 || day < 1 || day > daysIn(year, month) || hour > 23 || minute > 59 || second > 59) return "not-a-date";
  if (!match[8]) return "no-offset";
  const utc = Date.UTC(year, month - 1, day, hour, minute, second, fraction);
  if (match[8] === "Z") return utc;
  const sign = match[8][0] === "-" ? -1 : 1;
  const offsetMinutes = sign * (Number(match[8].slice(1, 3)) * 60 + Number(match[8].slice(-2)));
  return utc - offsetMinutes * 60_000;
}

function daysIn(year: number, month: number): number {
  const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  return month === 2 && leap ? 29 : DAYS_IN_MONTH[month - 1];
}

/** "2025-03-14T06:15:00Z": UTC to the second. */
export function writeInstant(utcMs: number): string {
  return `${new Date(utcMs).toISOString().slice(0, 19)}Z`;
}
