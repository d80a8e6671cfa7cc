import type { CauseId } from "../causes/causes";
import type { Evidence } from "../causes/evidence";
import type { Unit } from "../comparison/unit";

/** What a detector saw in the data: a cause, where, when, what it cost and why it is believed. */
export interface Signature {
  cause: CauseId;
  scope: string;
  /** First interval. */
  from: number;
  /** First interval after it, or null while it lasts. */
  to: number | null;
  /** Energy that it cost in the intervals that were measured, kWh. */
  lossKwh: number;
  evidence: Evidence[];
  nextTest: string;
  /** What else the cause says of itself, by the public format's key: `offsetMinutes`. */
  told?: Readonly<Record<string, number | boolean>>;
  /** Part of a string's power that is left at an interval, where the detector can say it. */
  leaves?: (i: number) => number;
}

/** Per unit, which intervals are still unexplained, so that no loss is counted twice. */
export interface UnitState {
  unit: Unit;
  /** Why an interval's measured value can't be used; 0 where it can. */
  unusable: Uint8Array;
  /** 1 where a detector has explained the whole gap of an interval. */
  claimed: Uint8Array;
  /** Measured over expected of this unit when nothing is wrong: its own ratio, near 1. */
  healthyRatio: number;
}

export const UNUSABLE = { missing: 1, stuck: 2, impossible: 3, noWeather: 4, heldBack: 5 } as const;
