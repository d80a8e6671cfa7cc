import type { CauseDays } from "../../dayBook/causeDays";
import { DayBook } from "../../dayBook/dayBook";
import { joinDayBooks, writeDayBook } from "../../dayBook/writeDayBook";
import { lossCascade } from "../../expected/cascade";
import { expectedBand } from "../../expected/uncertainty";
import { round } from "../../round";
import { dayName } from "../../series/localDay";
import { daySums, knownDays, recentLoss, usableByInverter } from "../overview";
import type { Overview } from "../overviewSchema";
import { paceOf } from "../pace";
import type { GoneOn } from "./goOn";

/** Sums and day book of an analysis with the new days added; the day on which the old data ended is told anew. */
export function joinOverview(before: Overview, book: Uint8Array, run: GoneOn): { overview: Overview; dayBook: Uint8Array } {
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
  const laterCascade = lossCascade(
    site,
    comparison.expected,
    comparison.weather,
    comparison.options,
    usableByInverter(news),
    comparison.batteryPct,
  );
  const later = writeDayBook(run, before.dayBook);
  const joined = joinDayBooks({ shape: before.dayBook, book }, { firstDay: days.days[0], book: later }, days.days[newRow]);
  return {
    overview: {
      ...before,
      days: [...before.days.slice(0, kept), ...names.slice(newRow)],
      ...sums,
      recent,
      pace: paceOf(causesOfBook(joined), sums.expectedKwh),
      cascade: Object.fromEntries(
        Object.entries(before.cascade).map(([stage, kwh]) => [stage, round(kwh + laterCascade[stage as keyof typeof laterCascade])]),
      ) as Overview["cascade"],
      band: expectedBand(comparison.weather, knownDays(sums)),
      dayBook: joined.shape,
    },
    dayBook: joined.book,
  };
}

/** What each cause took on each day of a book. */
export function causesOfBook({ shape, book }: { shape: Overview["dayBook"]; book: Uint8Array }): CauseDays[] {
  const read = new DayBook(shape, book);
  return shape.causes.map(({ cause, scope }, k) => ({
    ...{ cause, scope },
    lossKwh: Float64Array.from({ length: shape.rows }, (_, row) => read.causeKwh(row, k) || 0),
  }));
}
