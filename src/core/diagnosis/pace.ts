import type { CauseDays } from "../dayBook/causeDays";
import { round } from "../round";
import type { Overview } from "./overviewSchema";

/** How many days back "now" reaches when a present loss is told. */
export const RECENT_DAYS = 30;
/** The seasons even out over a year; data from before it say little of what a cause takes now. */
const YEAR_DAYS = 365;
const MONTH_DAYS = YEAR_DAYS / 12;

/**
 * What each cause takes: a day over the last days, and in an average month if it is left alone. The month is its share of what was expected
 * since it began, or over the last year where it is older, of an average month of that year (of all the data where they are shorter).
 * @param causes with one value a day, kWh @param expectedKwh of the site on each day; null where the day isn't known
 */
export function paceOf(causes: readonly CauseDays[], expectedKwh: readonly (number | null)[]): Overview["pace"] {
  const rows = expectedKwh.length;
  const first = Math.max(0, rows - YEAR_DAYS);
  const year = sumKnown(expectedKwh, expectedKwh, first);
  const days = Math.min(RECENT_DAYS, rows);
  return causes.flatMap(({ cause, scope, lossKwh }) => {
    const kwhPerDay = round(lossKwh.subarray(rows - days).reduce((sum, kwh) => sum + kwh, 0) / days);
    const began = lossKwh.findIndex((kwh, row) => row >= first && kwh > 0);
    if (began < 0) return [];
    const lost = sumKnown(lossKwh, expectedKwh, began);
    const due = sumKnown(expectedKwh, expectedKwh, began);
    const kwhPerMonth = due.kwh > 0 ? round((lost.kwh / due.kwh) * (year.kwh / year.days) * MONTH_DAYS) : 0;
    return kwhPerDay > 0 || kwhPerMonth > 0 ? [{ cause, scope, kwhPerDay, kwhPerMonth }] : [];
  });
}

/** Sum over the days from a row on whose expected energy is known. */
function sumKnown(values: ArrayLike<number | null>, expectedKwh: readonly (number | null)[], from: number): { kwh: number; days: number } {
  let [kwh, days] = [0, 0];
  for (let row = from; row < expectedKwh.length; row++) {
    if (expectedKwh[row] === null) continue;
    kwh += values[row] ?? 0;
    days++;
  }
  return { kwh, days };
}
