import { tzOffset } from "@date-fns/tz";
import { DAY_MS, MINUTE_MS } from "../constants";
import type { Grid } from "./grid";

/** Minutes that a zone's clock is ahead of UTC at an instant. */
export function zoneOffsetMinutes(timeZone: string, utcMs: number): number {
  return tzOffset(timeZone, new Date(utcMs));
}

/** Calendar day at the site, as the number of days since 1970-01-01 on its own clock. */
export function localDay(utcMs: number, timeZone: string): number {
  return Math.floor((utcMs + zoneOffsetMinutes(timeZone, utcMs) * MINUTE_MS) / DAY_MS);
}

/** Instant at which a calendar day begins at the site. @param day like "2025-03-14" */
export function dayStartMs(day: string, timeZone: string): number {
  const midnightMs = Date.parse(`${day}T00:00:00Z`);
  const nearMs = midnightMs - zoneOffsetMinutes(timeZone, midnightMs) * MINUTE_MS;
  // The clock may change between the two midnights.
  return midnightMs - zoneOffsetMinutes(timeZone, nearMs) * MINUTE_MS;
}

/** "2025-03-14" for a calendar day number. */
export function dayName(day: number): string {
  return new Date(day * DAY_MS).toISOString().slice(0, 10);
}

/** Days of an axis on the site's clock. */
export interface DayIndex {
  /** Calendar day number of each row. */
  days: number[];
  /** First interval of each row, and one more entry for the end. */
  firsts: number[];
  /** Minutes after local midnight of each interval's start. */
  minuteOfDay: Uint16Array;
}

/** Groups an axis' intervals by the calendar day at the site. */
export function indexDays(grid: Grid, timeZone: string): DayIndex {
  const days: number[] = [];
  const firsts: number[] = [];
  const minuteOfDay = new Uint16Array(grid.count);
  const offsetMsAt = zoneOffsets(timeZone);
  for (let i = 0; i < grid.count; i++) {
    const at = grid.startMs + i * grid.stepMs;
    const local = at + offsetMsAt(at);
    const day = Math.floor(local / DAY_MS);
    if (days.at(-1) !== day) {
      days.push(day);
      firsts.push(i);
    }
    minuteOfDay[i] = Math.floor((local - day * DAY_MS) / MINUTE_MS);
  }
  firsts.push(grid.count);
  return { days, firsts, minuteOfDay };
}

/** Looks a zone's offset up once a UTC day, and at every instant only on the days when the clocks change. */
function zoneOffsets(timeZone: string): (utcMs: number) => number {
  let known = Number.NaN;
  let atStartMs = 0;
  let atEndMs = 0;
  return (utcMs) => {
    const day = Math.floor(utcMs / DAY_MS);
    if (day !== known) {
      atStartMs = day === known + 1 ? atEndMs : zoneOffsetMinutes(timeZone, day * DAY_MS) * MINUTE_MS;
      atEndMs = zoneOffsetMinutes(timeZone, (day + 1) * DAY_MS) * MINUTE_MS;
      known = day;
    }
    return atStartMs === atEndMs ? atStartMs : zoneOffsetMinutes(timeZone, utcMs) * MINUTE_MS;
  };
}
