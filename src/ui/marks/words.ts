/** Formatters by their options: making one costs more than using it a hundred times. */
const formats = new Map<string, Intl.DateTimeFormat | Intl.NumberFormat>();

function once<Format extends Intl.DateTimeFormat | Intl.NumberFormat>(key: string, make: () => Format): Format {
  let format = formats.get(key) as Format | undefined;
  if (!format) {
    format = make();
    formats.set(key, format);
  }
  return format;
}

const DATE = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });

/** "14 Mar 2026" for a calendar day like 2026-03-14. */
export function dayText(day: string): string {
  return DATE.format(new Date(`${day.slice(0, 10)}T00:00:00Z`));
}

/** A text as people write it: days like 2026-03-14 in words. */
export function readableDays(text: string): string {
  return text.replace(/\b\d{4}-\d{2}-\d{2}\b/g, dayText);
}

/** Day of an instant on the site's own clock. */
export function instantDay(instant: string, timeZone: string): string {
  const options = { day: "numeric", month: "short", year: "numeric", timeZone } as const;
  return once(`day ${timeZone}`, () => new Intl.DateTimeFormat("en-GB", options)).format(new Date(instant));
}

/** Calendar day of an instant on the site's own clock, like 2026-03-14. */
function calendarDay(instant: string, timeZone: string): string {
  const options = { year: "numeric", month: "2-digit", day: "2-digit", timeZone } as const;
  return once(`calendar ${timeZone}`, () => new Intl.DateTimeFormat("en-CA", options)).format(new Date(instant));
}

/** First and last calendar day of a stretch between two instants, on the site's own clock; null while it lasts. */
export function stretchDays(from: string, to: string | null, timeZone: string): { from: string; to: string | null } {
  return { from: calendarDay(from, timeZone), to: to === null ? null : calendarDay(new Date(Date.parse(to) - 1).toISOString(), timeZone) };
}

/** The last day of a stretch that ends at an instant, which itself no longer belongs to it. */
export function lastDay(end: string, timeZone: string): string {
  return instantDay(new Date(Date.parse(end) - 1).toISOString(), timeZone);
}

/** Day and time of an instant on the site's own clock. */
export function instantText(instant: string, timeZone: string): string {
  const options = { day: "numeric", month: "short", year: "numeric", hour: "2-digit", minute: "2-digit", timeZone } as const;
  return once(`time ${timeZone}`, () => new Intl.DateTimeFormat("en-GB", options)).format(new Date(instant));
}

/** "09:15" of minutes after midnight. */
export function clockText(minute: number): string {
  return `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
}

/** A number with the digits that a person needs: none from a hundred up, one below. */
export function amount(value: number, digits = Math.abs(value) >= 100 ? 0 : 1): string {
  return once(`digits ${digits}`, () => new Intl.NumberFormat("en-GB", { minimumFractionDigits: digits, maximumFractionDigits: digits }))
    .format(value)
    .replace("-", "\u2212");
}

/** Money in the tariff's currency. */
export function money(value: number, currency: string): string {
  return once(`money ${currency}`, () => new Intl.NumberFormat("en-GB", { style: "currency", currency })).format(value);
}

/** Steps that a rough sum is rounded to: ten from a hundred up, five from twenty, one below. */
function roughly(value: number): number {
  const step = Math.abs(value) >= 100 ? 10 : Math.abs(value) >= 20 ? 5 : 1;
  return Math.round(value / step) * step;
}

/** A number that is only roughly known: two digits of it. */
export function roughAmount(value: number): string {
  if (Math.abs(value) < 10) return amount(value, 1);
  const step = 10 ** (Math.floor(Math.log10(Math.abs(value))) - 1);
  return amount(Math.round(value / step) * step, 0);
}

/** Money that is only roughly known, from least to most: "€180 to €260". */
export function roughMoney([from, to]: readonly [number, number], currency: string): string {
  const format = once(`rough ${currency}`, () => new Intl.NumberFormat("en-GB", { style: "currency", currency, maximumFractionDigits: 0 }));
  const [least, most] = [format.format(roughly(from)), format.format(roughly(to))];
  return least === most ? least : `${least} to ${most}`;
}

/** A probability in words that promise no more than it can: never a full 100 %. */
export function sureness(probability: number): string {
  if (probability > 0.99) return "over 99\u00a0%";
  return probability < 0.01 ? "under 1\u00a0%" : percent(probability);
}

/** "97 %" of a share. */
export function percent(share: number): string {
  return `${Math.round(share * 100)}\u00a0%`;
}
