import { CAUSES } from "../causes/causes";
import type { Comparison } from "../comparison/compare";
import { dayBookShapeOf } from "../dayBook/writeDayBook";
import { lossCascade } from "../expected/cascade";
import { expectedBand } from "../expected/uncertainty";
import type { Diagnosis } from "../formats/diagnosisFile";
import { round } from "../round";
import { intervalKwh } from "../series/energy";
import { dayName } from "../series/localDay";
import type { UnitState } from "../signatures/signature";
import { valuePerKwh } from "../site/worth";
import { calibrationOffers } from "./calibration";
import type { Overview } from "./overviewSchema";
import { paceOf, RECENT_DAYS } from "./pace";
import { recentLight } from "./recentLight";
import type { ToldSite } from "./standing";

/** Sums a diagnosis by day. */
export function overviewOf(run: ToldSite): Overview {
  const { comparison, states } = run;
  const { days, site } = comparison;
  const sums = daySums(run);
  return {
    days: days.days.map(dayName),
    ...sums,
    recent: recentLoss(run, sums),
    pace: paceOf(run.causeDays, sums.expectedKwh),
    units: states.map(({ unit, healthyRatio }) => ({ scope: unit.scope, measuredBy: unit.measuredBy, healthyRatio: round(healthyRatio) })),
    cascade: lossCascade(
      site,
      comparison.expected,
      comparison.weather,
      comparison.options,
      usableByInverter(states),
      comparison.batteryPct,
    ),
    band: expectedBand(comparison.weather, knownDays(sums)),
    dayBandPct: expectedBand(comparison.weather, 1).pct,
    calibrations: calibrationOffers(run),
    dayBook: dayBookShapeOf(run),
    epochs: [],
  };
}

export type DaySums = Pick<Overview, "expectedKwh" | "measuredKwh">;

/** Expected and measured energy of each day; null where less than half of its light was measured. */
export function daySums({ comparison, states }: ToldSite): DaySums {
  const { days, grid } = comparison;
  const expectedKwh: (number | null)[] = [];
  const measuredKwh: (number | null)[] = [];
  for (let row = 0; row < days.days.length; row++) {
    let expected = 0;
    let measured = 0;
    let known = 0;
    let lit = 0;
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      for (const { unit, unusable } of states) {
        const watts = unit.expectedW[i];
        if (watts > 0 || Number.isNaN(watts)) lit++;
        if (unusable[i] !== 0) continue;
        if (watts > 0) known++;
        expected += intervalKwh(watts, grid.stepMs);
        measured += intervalKwh(Math.max(0, unit.measuredW[i]), grid.stepMs);
      }
    }
    const tell = lit > 0 && known * 2 >= lit;
    expectedKwh.push(tell ? round(expected) : null);
    measuredKwh.push(tell ? round(measured) : null);
  }
  return { expectedKwh, measuredKwh };
}

/** Days whose energy is known, at least one. */
export function knownDays({ expectedKwh }: DaySums): number {
  return Math.max(1, expectedKwh.filter((kwh) => kwh !== null).length);
}

/** What was lost a day to causes that stood, over the last days. */
export function recentLoss(run: ToldSite, sums: DaySums): Overview["recent"] {
  return recentOf(dayRows(run, sums), run.diagnosis, run.comparison);
}

/** A day with its instants. */
export interface DayRow {
  day: number;
  startMs: number;
  endMs: number;
  expectedKwh: number | null;
  measuredKwh: number | null;
}

/** The days of a comparison, in order. */
export function dayRows({ comparison: { days, grid } }: Pick<ToldSite, "comparison">, { expectedKwh, measuredKwh }: DaySums): DayRow[] {
  return days.days.map((day, row) => ({
    day,
    startMs: grid.startMs + days.firsts[row] * grid.stepMs,
    endMs: grid.startMs + days.firsts[row + 1] * grid.stepMs,
    expectedKwh: expectedKwh[row],
    measuredKwh: measuredKwh[row],
  }));
}

/** The same of any days, in order. @param comparison that the last of them are from */
export function recentOf(rows: readonly DayRow[], { causes }: Diagnosis, comparison: Comparison): Overview["recent"] {
  const { site, weather } = comparison;
  const standing = causes.filter((cause) => CAUSES[cause.cause].kind !== "design");
  const recent = rows.slice(-RECENT_DAYS);
  let [lossKwh, dueKwh, counted] = [0, 0, 0];
  for (const { startMs, endMs, expectedKwh, measuredKwh } of recent) {
    if (expectedKwh === null || measuredKwh === null) continue;
    counted++;
    dueKwh += expectedKwh;
    // Days without any cause standing only carry the scatter of weather and model.
    const stands = standing.some((cause) => Date.parse(cause.from) < endMs && (cause.to === null || Date.parse(cause.to) > startMs));
    if (stands) lossKwh += expectedKwh - measuredKwh;
  }
  const perDay = counted > 0 ? Math.max(0, lossKwh / counted) : 0;
  const band = counted > 0 ? (expectedBand(weather, counted).pct / 100) * (dueKwh / counted) : 0;
  const worth = (kwh: number) => (site.tariff ? round(kwh * valuePerKwh(site.tariff)) : null);
  const last = rows.findLast(({ measuredKwh }) => measuredKwh !== null) ?? rows[0];
  return {
    days: counted,
    from: dayName(recent[0].day),
    to: dayName(last.day),
    lossKwhPerDay: round(perDay),
    moneyPerDay: worth(perDay),
    bandKwhPerDay: round(band),
    moneyBandPerDay: worth(band),
    light: recentLight(comparison, RECENT_DAYS),
  };
}

/** Which intervals of each inverter were measured; where a meter stands for all, they share its intervals. */
export function usableByInverter(states: readonly Pick<UnitState, "unit" | "unusable">[]): Map<string, Uint8Array> {
  const usable = new Map<string, Uint8Array>();
  for (const { unit, unusable } of states) {
    const mask = unusable.map((mark) => (mark === 0 ? 1 : 0));
    for (const { id } of unit.inverters) usable.set(id, mask);
  }
  return usable;
}
