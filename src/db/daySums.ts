import { type PackedDay, unpackDay } from "./packedDays";

/** What a channel's day adds up to, kept beside its values so that months and years needn't be read whole. */
export interface DaySum {
  day: number;
  stepMs: number;
  /** Intervals that have a value. */
  count: number;
  /** Of the values. */
  sum: number;
  least: number;
  most: number;
}

/** Adds a packed day up. */
export function sumOfDay({ day, stepMs, packed }: PackedDay, channelName: string): DaySum {
  const told: DaySum = { day, stepMs, count: 0, sum: 0, least: Number.POSITIVE_INFINITY, most: Number.NEGATIVE_INFINITY };
  for (const value of unpackDay(packed, channelName)) {
    if (Number.isNaN(value)) continue;
    told.count++;
    told.sum += value;
    told.least = Math.min(told.least, value);
    told.most = Math.max(told.most, value);
  }
  return told;
}
