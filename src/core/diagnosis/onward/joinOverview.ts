import { DAY_MS } from "../../constants";
import { lossCascade } from "../../expected/cascade";
import { expectedBand } from "../../expected/uncertainty";
import { round } from "../../round";
import { dayName } from "../../series/localDay";
import { daySums, knownDays, recentLoss, ribbonOf, usableByInverter } from "../overview";
import type { Overview } from "../overviewSchema";
import type { GoneOn } from "./goOn";

/** Sums and ribbon of an analysis with the new days added; the day on which the old data ended is told anew. */
export function joinOverview(before: Overview, ribbon: Uint8Array, run: GoneOn): { overview: Overview; ribbon: Uint8Array } {
  const { comparison, news } = run;
  const { days, site } = comparison;
  const names = days.days.map(dayName);
  const own = daySums(run);
  const recent = recentLoss(run, own);
  // From the day of the first new interval on.
  const newRow = days.firsts.findLastIndex((first) => first <= run.first);
  const kept = before.days.filter((day) => day < names[newRow]).length;
  const sums = {
    expectedKwh: [...before.expectedKwh.slice(0, kept), ...own.expectedKwh.slice(newRow)],
    measuredKwh: [...before.measuredKwh.slice(0, kept), ...own.measuredKwh.slice(newRow)],
  };
  const later = lossCascade(
    site,
    comparison.expected,
    comparison.weather,
    comparison.options,
    usableByInverter(news),
    comparison.batteryPct,
  );
  const cells = ribbonOf(run, before.ribbon.peakW);
  const perRow = 2 * before.ribbon.columns;
  const cellRow = days.days[newRow] - days.days[0];
  const rowsBefore = days.days[newRow] - dayNumber(before.ribbon.firstDay);
  const joined = new Uint8Array(rowsBefore * perRow + cells.length - cellRow * perRow);
  joined.set(ribbon.subarray(0, rowsBefore * perRow));
  joined.set(cells.subarray(cellRow * perRow), rowsBefore * perRow);
  return {
    overview: {
      ...before,
      days: [...before.days.slice(0, kept), ...names.slice(newRow)],
      ...sums,
      recent,
      cascade: Object.fromEntries(
        Object.entries(before.cascade).map(([stage, kwh]) => [stage, round(kwh + later[stage as keyof typeof later])]),
      ) as Overview["cascade"],
      band: expectedBand(comparison.weather, knownDays(sums)),
      ribbon: { ...before.ribbon, rows: joined.length / perRow },
    },
    ribbon: joined,
  };
}

function dayNumber(name: string): number {
  return Math.round(Date.parse(`${name}T00:00:00Z`) / DAY_MS);
}
