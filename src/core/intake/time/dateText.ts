import { DAY_MS } from "../../constants";
import { daysInMonth } from "../../series/calendarDate";
import { monthOf } from "./monthNames";

/** In which order a date's numbers stand, where no four digits or name of a month tell. */
export const DATE_ORDERS = ["dmy", "mdy", "ymd"] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

/** Days since 1970-01-01 that a date means in each order; NaN where it isn't a date in it. */
export type DateReadings = Record<DateOrder, number>;

const NONE: DateReadings = { dmy: Number.NaN, mdy: Number.NaN, ymd: Number.NaN };

/** Day number of a date that the calendar has, else NaN. */
export function dayNumber(year: number, month: number, day: number): number {
  if (!(month >= 1 && month <= 12 && day >= 1 && day <= daysInMonth(year, month))) return Number.NaN;
  return Date.UTC(year, month - 1, day) / DAY_MS;
}

/** Two digits stand for a year of this century: no logger is older. */
const CENTURY = 2000;
const yearOf = (digits: string): number => (digits.length <= 2 ? CENTURY + Number(digits) : Number(digits));

const WEEKDAY =
  /^(?:mon|tue|wed|thu|fri|sat|sun|mo|di|mi|do|fr|sa|so|lun|mar|mer|jeu|ven|sam|dim|gio|sab|dom|mie|jue|vie)[a-zäöéèìíá]*\.?\s+/i;

/**
 * What a date's text can mean.
 * @param text without the time of day: "14.03.2025", "3/14/25", "2025-03-14", "14 Mar 2025", "20250314", with a weekday before it or not
 */
export function readDate(text: string): DateReadings {
  const whole = text.replace(/,/g, " ").trim();
  const read = readBare(whole);
  // A word before it may be a day's name; "Mar" alone is March first, and mardi only before a whole date.
  return isNone(read) && WEEKDAY.test(whole) ? readBare(whole.replace(WEEKDAY, "").trim()) : read;
}

const isNone = (read: DateReadings): boolean => DATE_ORDERS.every((order) => Number.isNaN(read[order]));

function readBare(bare: string): DateReadings {
  const compact = /^(\d{4})(\d{2})(\d{2})$/.exec(bare);
  if (compact) return everyOrder(dayNumber(Number(compact[1]), Number(compact[2]), Number(compact[3])));
  const three = /^(\d{1,4})\s*[./\-\s]\s*(\d{1,2})\s*[./\-\s]\s*(\d{1,4})\.?$/.exec(bare);
  if (three) return ofNumbers(three[1], three[2], three[3]);
  return named(bare);
}

function everyOrder(day: number): DateReadings {
  return { dmy: day, mdy: day, ymd: day };
}

function ofNumbers(first: string, second: string, third: string): DateReadings {
  const [a, b, c] = [Number(first), Number(second), Number(third)];
  if (first.length === 4) return third.length > 2 ? NONE : everyOrder(dayNumber(a, b, c));
  if (first.length > 2) return NONE;
  if (third.length === 4 || third.length === 3)
    return third.length === 3 ? NONE : { dmy: dayNumber(c, b, a), mdy: dayNumber(c, a, b), ymd: Number.NaN };
  const year = yearOf(third);
  return {
    dmy: dayNumber(year, b, a),
    mdy: dayNumber(year, a, b),
    ymd: first.length === 2 && third.length === 2 ? dayNumber(yearOf(first), b, c) : Number.NaN,
  };
}

/** "14. März 2025", "Mar 14 2025", "2025 March 14", "14-Mar-25". */
function named(text: string): DateReadings {
  const word = /[A-Za-zÀ-ÿ]{3,}/.exec(text);
  if (!word) return NONE;
  const month = monthOf(word[0]);
  const numbers = text.match(/\d+/g) ?? [];
  if (month === 0 || numbers.length !== 2 || /[A-Za-zÀ-ÿ]{3,}/.test(text.slice(word.index + word[0].length))) return NONE;
  const [first, second] = numbers;
  if (first.length === 4) return everyOrder(dayNumber(Number(first), month, Number(second)));
  return everyOrder(dayNumber(yearOf(second), month, Number(first)));
}
