import type { DayBook } from "./dayBook";

/** Days on which a cause took something, one after the other. */
export interface Episode {
  /** First and last row. */
  first: number;
  last: number;
  kwh: number;
}

/** Of what was expected on a day: less isn't a day of that cause, but the edge of one. */
const LEAST_OF_DAY = 0.01;

/**
 * When a cause acted, and what it took each time.
 * @param cause its place among the shape's causes @param dueKwh what was expected on each row, null where it isn't known
 * @param bridge days without it between two of one episode
 */
export function episodesOf(book: DayBook, cause: number, dueKwh: readonly (number | null)[], bridge = 0): Episode[] {
  const episodes: Episode[] = [];
  for (let row = 0; row < book.shape.rows; row++) {
    const kwh = book.causeKwh(row, cause);
    if (!(kwh > 0) || kwh < LEAST_OF_DAY * (dueKwh[row] ?? 0)) continue;
    const open = episodes.at(-1);
    if (open && row - open.last <= bridge + 1) {
      open.last = row;
      open.kwh += kwh;
    } else episodes.push({ first: row, last: row, kwh });
  }
  return episodes;
}
