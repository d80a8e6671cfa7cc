import type { DayBook } from "@/core/dayBook/dayBook";
import type { DayWeather } from "@/core/dayBook/shape";
import { type DayPoint, dayPoints } from "@/ui/charts/dayPoints";

/** A day or a week of the pictures that share an axis. */
export interface StackPoint extends DayPoint {
  /** Its number on the axis. */
  x: number;
  /** Places of its first and last day among the site's days. */
  first: number;
  last: number;
  light: number | null;
  air: number | null;
  rain: number | null;
  snow: number | null;
}

export interface SiteDays {
  days: readonly string[];
  expectedKwh: readonly (number | null)[];
  measuredKwh: readonly (number | null)[];
}

/** The points of a period; weeks where it is long. @param book null while the weather isn't there yet */
export function stackPoints({ days, expectedKwh, measuredKwh }: SiteDays, from: number, to: number, book: DayBook | null): StackPoint[] {
  const cut = <T>(all: readonly T[]) => all.slice(from, to + 1);
  let first = from;
  return dayPoints(cut(days), cut(expectedKwh), cut(measuredKwh)).map((point, x) => {
    const last = Math.min(to, first + point.days - 1);
    const at = { x, first, last };
    const mean = (what: DayWeather) => (book ? weatherMean(book, what, book.rowOf(days[at.first]), book.rowOf(days[at.last])) : null);
    first = last + 1;
    return { ...point, ...at, light: mean("lightKwhM2"), air: mean("airC"), rain: mean("rainMm"), snow: mean("snowCm") };
  });
}

function weatherMean(book: DayBook, what: DayWeather, from: number, to: number): number | null {
  let [sum, known] = [0, 0];
  for (let row = Math.max(0, from); row <= Math.min(book.shape.rows - 1, to); row++) {
    const value = book.weather(row, what);
    if (Number.isNaN(value)) continue;
    sum += value;
    known++;
  }
  return known > 0 ? sum / known : null;
}
