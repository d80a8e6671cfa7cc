"use client";

import { useMemo } from "react";
import type { CauseId } from "@/core/causes/causes";
import { episodesOf } from "@/core/dayBook/episodes";
import type { Overview } from "@/core/diagnosis/overviewSchema";
import { useDayBook } from "../dayBook/useDayBook";
import { amount, dayText } from "../marks/words";
import { select, useSelection } from "../selection/useSelection";

/** Days without it that don't make another time of it. */
const BRIDGE = 1;
const MOST_SHOWN = 8;

/** When a cause that comes and goes was there, and what it took each time; pressing one picks its first day. */
export function Episodes({
  siteId,
  revision,
  overview,
  cause,
  scope,
}: {
  siteId: string;
  revision: string;
  overview: Pick<Overview, "days" | "expectedKwh" | "dayBook">;
  cause: CauseId;
  scope: string;
}) {
  const { book } = useDayBook(siteId, overview.dayBook, revision);
  const { selection } = useSelection();
  const at = overview.dayBook.causes.findIndex((one) => one.cause === cause && one.scope === scope);
  const episodes = useMemo(
    () => (book && at >= 0 ? episodesOf(book, at, overview.expectedKwh, BRIDGE) : []),
    [book, at, overview.expectedKwh],
  );
  if (episodes.length < 2) return null;
  const largest = [...episodes].sort((a, b) => b.kwh - a.kwh).slice(0, MOST_SHOWN);
  const days = episodes.reduce((sum, { first, last }) => sum + last - first + 1, 0);
  return (
    <section aria-label="Times">
      <h3 className="font-semibold">
        {episodes.length} times, {days} days in all
      </h3>
      <p className="caption">
        Its share of what was missing on each day, as in the sums; days on which it took under 1 % don&rsquo;t count.
      </p>
      <ul className="figures flex flex-wrap gap-x-4">
        {largest
          .sort((a, b) => a.first - b.first)
          .map(({ first, last, kwh }) => {
            const [from, to] = [overview.days[first], overview.days[last]];
            const picked = selection.day !== null && selection.day >= from && selection.day <= to;
            return (
              <li key={first}>
                <button
                  type="button"
                  className={`min-h-8 underline max-desk:min-h-11 ${picked ? "font-bold" : ""}`}
                  aria-pressed={picked}
                  onClick={() => select({ day: from })}
                >
                  {dayText(from)}
                  {last > first ? ` to ${dayText(to)}` : ""}
                </button>{" "}
                {amount(kwh)} kWh
              </li>
            );
          })}
        {episodes.length > MOST_SHOWN ? <li className="caption">the {MOST_SHOWN} largest of them</li> : null}
      </ul>
    </section>
  );
}
