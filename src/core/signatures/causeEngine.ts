import type { CauseId } from "../causes/causes";
import type { Comparison } from "../comparison/compare";
import type { Axis } from "../fit/axis";
import type { Candidate, Seed } from "../fit/candidate";
import type { Fit } from "../fit/fit";
import type { Layer } from "../fit/layers";
import type { Proposer } from "../fit/select";
import type { SnowChance } from "../losses/snowCover";
import type { CouldHide } from "./couldHide";
import type { FaultKind } from "./faultKind";
import type { Signature, UnitState } from "./signature";

/** A unit as what needs no fit is looked for in it. */
export interface UnitLook {
  comparison: Comparison;
  state: UnitState;
  /** Of the unit on its axis. */
  index: number;
  snow: SnowChance;
}

/** Files with what they had wrong put right, and what is told of it. */
export interface Righted {
  comparison: Comparison;
  signatures: Signature[];
}

/**
 * How a cause is told and made: everything of it but its words. It has whichever of these ways its nature asks for; what an array has by
 * design (its rating, its start, its export limit) needs none, since the sums hold it as a member of their own.
 */
export interface CauseEngine<Id extends CauseId = CauseId> {
  cause: Id;
  /** Puts right what files have wrong, before anything is held against the light; those of an earlier turn first. */
  rights?: { turn: number; right: (comparison: Comparison) => Righted };
  /** Tells a light that isn't the roof's, and marks its intervals; not asked where the light's source is already told as wrong. */
  inLight?: (comparison: Comparison, states: readonly UnitState[]) => Signature[];
  /** Tells what couldn't be compared at all. */
  inGaps?: (comparison: Comparison, states: readonly UnitState[]) => Signature[];
  /** Tells when a unit gave nothing in good light, and claims these intervals. */
  stopped?: (look: UnitLook) => Signature[];
  /** Takes stops for its own, told by whoever tells stops. */
  takesOver?: (look: UnitLook, stops: readonly Signature[]) => Signature[];
  /** Lets go, at last, what isn't worth telling of its own stops. */
  letsGo?: (look: UnitLook, stops: readonly Signature[]) => Signature[];
  /** Tells what shows itself without a fit, once the stops are known. */
  detect?: (look: UnitLook) => Candidate[];
  /** Says what may be, for the fit. */
  propose?: Proposer;
  /** Says, of a fit as it stands, what bends all the rest so that neither it nor that would pay alone: the fit is searched once more with it as given. */
  given?: Proposer;
  /** Says what of it could be there without these data telling it, beside what is told; nothing where it always shows itself. */
  hides?: (fit: Fit) => readonly CouldHide[];
  /** Its proposals need no more than a few days: new days are asked before everything is fitted anew. */
  inDays?: true;
  /** What it does on later days, from what it was carried on as; the axis counts its days from the first of the data that told it. */
  resume?: (seed: Seed, on: Axis) => Layer[];
  /** Its row in docs/diagnosis.md. */
  paper: { actsAs: string; toldFrom: string; notTakenFor: string };
  /** As the simulator makes it. */
  fault: FaultKind;
}
