const YEAR = new Intl.DateTimeFormat("en-GB", { year: "numeric", timeZone: "UTC" });
const MONTH = new Intl.DateTimeFormat("en-GB", { month: "short", timeZone: "UTC" });
const DAY = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone: "UTC" });
/** With more months than this only the years are named; with fewer than that, days. */
const [MOST_MONTHS, LEAST_MONTHS] = [20, 2] as const;
const MOST_DAYS = 8;

/** Places to name on an axis of days: their days, and how much of the date says which. */
export interface CalendarTicks {
  days: string[];
  names: "year" | "month" | "day";
}

/** First days of months; of years where there are many months, some of the days themselves where there are few. */
export function calendarTicks(days: readonly string[]): CalendarTicks {
  const firsts = (length: number) => days.filter((day, k) => k > 0 && day.slice(0, length) !== days[k - 1].slice(0, length));
  const months = firsts("2026-01".length);
  if (months.length > MOST_MONTHS) return { days: firsts("2026".length), names: "year" };
  if (months.length >= LEAST_MONTHS) return { days: months, names: "month" };
  const each = Math.max(1, Math.ceil(days.length / MOST_DAYS));
  return { days: days.filter((_, k) => k % each === 0), names: "day" };
}

/** A tick's words; a year is named where it begins. */
export function tickText(day: string, names: CalendarTicks["names"]): string {
  const format = names === "day" ? DAY : names === "year" || day.slice(5, 7) === "01" ? YEAR : MONTH;
  return format.format(new Date(`${day}T00:00Z`));
}
