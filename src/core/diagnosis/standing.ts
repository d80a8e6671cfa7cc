import type { Comparison } from "../comparison/compare";
import type { CauseDays } from "../dayBook/causeDays";
import type { Attribution } from "../fit/attribute";
import type { Accepted, Candidate } from "../fit/candidate";
import type { Diagnosis } from "../formats/diagnosisFile";
import type { Signature, UnitState } from "../signatures/signature";
import type { Hidden } from "./couldHide";

/** A diagnosis with what sums and pictures are made from. */
export interface ToldSite {
  diagnosis: Diagnosis;
  comparison: Comparison;
  states: UnitState[];
  /** What each cause that takes energy took on each day. */
  causeDays: CauseDays[];
}

/** A cause that stands, with what it does at every interval and what it took. */
export interface Standing {
  candidate: Candidate;
  values: readonly number[];
  /** What the fit says for it; null for what shows itself without one. */
  fitted: Accepted | null;
}

/** Everything that a diagnosis is assembled from. */
export interface Findings {
  comparison: Comparison;
  states: UnitState[];
  /** What the files have wrong: clocks, factors, gaps. */
  files: Signature[];
  standing: Standing[];
  /** What isn't likelier than not and still worth a test. */
  suspects: Accepted[];
  attribution: Attribution;
  /** What could be there without these data telling it. */
  unseen: Hidden[];
}
