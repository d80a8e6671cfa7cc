import type { CauseId } from "@/core/causes/causes";
import type { DayBook } from "@/core/dayBook/dayBook";
import { episodesOf } from "@/core/dayBook/episodes";
import { rangeOf } from "./usePeriod";

/** A stretch of days that a cause acted on, for marks in pictures of days. */
export interface CauseSpan {
  cause: CauseId;
  scope: string;
  /** Its name and place, for people. */
  title: string;
  from: string;
  /** Null while it lasts. */
  to: string | null;
}

/** Places of the first and last day of a stretch, among a site's days. */
export interface Stretch {
  first: number;
  last: number;
}

/**
 * On which days a cause acted: where the day book knows what it took, those on which it took something; else from its first to its last.
 * @param book null while it isn't there yet
 */
export function causeStretches(
  book: DayBook | null,
  { days, expectedKwh }: { days: readonly string[]; expectedKwh: readonly (number | null)[] },
  spans: readonly CauseSpan[],
  { cause, scope }: Pick<CauseSpan, "cause" | "scope">,
): Stretch[] {
  const at = book?.shape.causes.findIndex((one) => one.cause === cause && one.scope === scope) ?? -1;
  if (book && at >= 0) return episodesOf(book, at, expectedKwh);
  return spans
    .filter((span) => span.cause === cause && span.scope === scope)
    .flatMap(({ from, to }) => {
      const range = rangeOf(days, { from, to: to ?? days[days.length - 1] });
      return range ? [{ first: range.from, last: range.to }] : [];
    });
}
