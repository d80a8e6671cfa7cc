import { CAUSES, type CauseId } from "../causes/causes";
import { DAY_MS } from "../constants";

/** So long after it was last seen what comes and goes with the weather still stands: some weeks without dew or rain aren't mended wiring. */
const RECURS_MS = 60 * DAY_MS;

/**
 * Whether a cause still stands at the end of the data.
 * @param until when it was over; null while it lasts @param endMs of the data
 */
export function stands({ cause, until }: { cause: CauseId; until: string | null }, endMs: number): boolean {
  return until === null || (CAUSES[cause].recurs === true && Date.parse(until) > endMs - RECURS_MS);
}
