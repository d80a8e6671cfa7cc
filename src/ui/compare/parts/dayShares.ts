import type { DayOfParts } from "@/server/series/dayOfParts";

/** In slots in which the middle module gives less than this nothing is read off a share, W. */
const LEAST_W = 8;

/** Each module's power over the middle one's in a slot; empty where there is too little light. @param at number of the slot */
export function sharesAt({ parts }: DayOfParts, at: number): Map<string, number> {
  const told = parts.flatMap(({ scope, values }) => {
    const value = values[at];
    return scope.includes(".") && value !== null && value !== undefined ? [{ scope, value }] : [];
  });
  const sorted = told.map(({ value }) => value).sort((a, b) => a - b);
  const middle = sorted[sorted.length >> 1] ?? 0;
  return middle < LEAST_W ? new Map() : new Map(told.map(({ scope, value }) => [scope, value / middle]));
}

/** First and last slot with light enough to read. */
export function litSlots(day: DayOfParts): { first: number; last: number } | null {
  const lit = day.minutes.map((_, at) => sharesAt(day, at).size > 0);
  const first = lit.indexOf(true);
  return first < 0 ? null : { first, last: lit.lastIndexOf(true) };
}
