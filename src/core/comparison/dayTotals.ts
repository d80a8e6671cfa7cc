import type { DayIndex } from "../series/localDay";

/** Parts of a day that are judged apart: before, round and after noon. */
export const DAY_PARTS = 3;

/** Energies by day and part of day; index row × DAY_PARTS + part. In watt-intervals, only ever used as ratios. */
export type PartTotals = Float64Array;

/**
 * Sums a power over the parts of each day, over the intervals that may be used.
 * @param usable 1 where an interval counts
 * @param solarNoonMinute local clock time of solar noon, minutes
 */
export function partTotals(watts: Float64Array, usable: Uint8Array, days: DayIndex, solarNoonMinute: number): PartTotals {
  const totals = new Float64Array(days.days.length * DAY_PARTS);
  for (let row = 0; row < days.days.length; row++) {
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      if (!usable[i] || Number.isNaN(watts[i])) continue;
      totals[row * DAY_PARTS + dayPart(days.minuteOfDay[i], solarNoonMinute)] += watts[i];
    }
  }
  return totals;
}

/** 0 before, 1 round, 2 after solar noon; the middle part is three hours long. */
export function dayPart(minuteOfDay: number, solarNoonMinute: number): number {
  const fromNoon = minuteOfDay - solarNoonMinute;
  if (fromNoon < -90) return 0;
  return fromNoon < 90 ? 1 : 2;
}

/** Sum of a day's parts. */
export function dayTotal(totals: PartTotals, row: number): number {
  let sum = 0;
  for (let part = 0; part < DAY_PARTS; part++) sum += totals[row * DAY_PARTS + part];
  return sum;
}
