import type { StationId } from "../shell/stations";
import { NOTHING_SELECTED, type Selection, selectionQuery } from "./selection";

/** The place in the data where a number shows. */
export interface Shows {
  href: string;
  /** What is seen there. */
  words: string;
}

/** Where one comes from, and goes back to: a station of the case, or the sheet of all sites. */
export type From = StationId | "triage";

/**
 * Where a number shows in the data: a leaf of Compare with the period, day, part or cause picked, and the way back.
 * @param leaf of Compare; the days where absent
 */
export function showsAt(caseId: string, from: From, picked: Partial<Selection>, words: string, leaf?: string): Shows {
  const others = { ...(leaf ? { leaf } : {}), ...(from === "compare" ? {} : { from }) };
  return { href: `/cases/${caseId}/compare${selectionQuery({ ...NOTHING_SELECTED, ...picked }, others)}`, words };
}
