import type { DayBookShape } from "../../dayBook/shape";
import type { Cascade } from "../../expected/cascade";
import { expectedBand } from "../../expected/uncertainty";
import type { Diagnosis } from "../../formats/diagnosisFile";
import { round } from "../../round";
import { causesOfBook } from "../onward/joinOverview";
import { dayRows, knownDays, recentOf } from "../overview";
import type { Overview } from "../overviewSchema";
import { paceOf } from "../pace";
import { added } from "./cascadeOver";
import type { ToldEpoch } from "./epoch";

/**
 * The sums of epochs as one: days one after the other, energies added. What is said of the present (units, calibrations) is of the last one alone.
 * @param told in time's order, at least one @param diagnosis of all of them @param joined their day books, put together
 */
export function joinEpochOverviews(
  told: readonly ToldEpoch[],
  diagnosis: Diagnosis,
  joined: { shape: DayBookShape; book: Uint8Array },
): Omit<Overview, "epochs"> {
  const last = told[told.length - 1];
  const sums = {
    expectedKwh: told.flatMap(({ overview }) => overview.expectedKwh),
    measuredKwh: told.flatMap(({ overview }) => overview.measuredKwh),
  };
  const cascade = told.map(({ overview }) => overview.cascade).reduce(added);
  return {
    ...last.overview,
    days: told.flatMap(({ overview }) => overview.days),
    ...sums,
    // Its own last days may be few: those before it count with them.
    recent: recentOf(
      told.flatMap(({ run, overview }) => dayRows(run, overview)),
      diagnosis,
      last.run.comparison,
    ),
    pace: paceOf(causesOfBook(joined), sums.expectedKwh),
    cascade: Object.fromEntries(Object.entries(cascade).map(([stage, kwh]) => [stage, round(kwh)])) as Cascade,
    band: expectedBand(last.run.comparison.weather, knownDays(sums)),
    dayBook: joined.shape,
  };
}
