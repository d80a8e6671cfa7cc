import type { WorkId } from "../work/works";

/** Design causes are wanted or accepted; the other kinds make a site unhealthy while they stand. */
export type CauseKind = "fault" | "environment" | "design" | "data";

/** How the energy of a cause is worked out, for whoever checks it. */
export interface LossFormula {
  formula: string;
  source: string;
}

/** What people are told of a cause, and what is known of it before any data. Light enough for every screen. */
export interface CauseAbout<Id extends string = string> {
  id: Id;
  kind: CauseKind;
  /** Short name for lists. */
  title: string;
  /** One sentence for an owner: what would be noticed, without the trade's terms. `{place}` is its place in words, `{Place}` at the beginning. */
  owner: string;
  /** One sentence for a technician: what the data show, in the field's terms. */
  technician: string;
  /** What is to be done about it; null where nothing is. */
  work: WorkId | null;
  /** How likely it is before any evidence, as log odds: rare ones start lower. */
  priorLogOdds: number;
  /** How its energy is worked out. */
  loss: LossFormula;
  /** What would tell most of it where it was only seen or measured on site; `{scope}` is its place. */
  nextTest: string;
  /** What can hurt someone at its next test, said where the test is. */
  caution?: string;
  /** How it is hatched, the same in every picture: strokes drawn in a tile of 8 by 8. */
  hatch: string;
  /** A single string or module has it: an inverter's scope then only says that the data couldn't tell which. */
  onePart?: true;
  /** What has it where only something larger is told: "one string of inverter inv1". */
  partOf?: string;
  /** It takes so much while it lasts that data of the time show it. */
  seenInData?: true;
  /** It comes and goes with the weather: a while without it doesn't say that it is over. */
  recurs?: true;
  /** What is told of it at one place is one story, however often it came and went. */
  oneStory?: true;
}

/** Declares a cause, with its id as a type of its own. */
export function about<const Id extends string>(entry: CauseAbout<Id>): CauseAbout<Id> {
  return entry;
}

/** What holds of the energy of every cause that takes some. */
export const SHARED =
  "All from one base, the healthy array without its limits at the unit's own calibration. What several causes take together in an interval is shared by the mean over all orders in which they could have come (Shapley 1953), so that the sums add up.";

/** The formula of a cause that takes energy. @param leaves what it leaves, and of what */
export function takes(leaves: string, what: string): LossFormula {
  return { formula: `Σ share of what is missing · Δt, ${leaves}`, source: `${what} ${SHARED}` };
}

export const NOTHING_LOST: LossFormula = { formula: "0", source: "The array gave what it gave: only what was told of it is wrong." };
