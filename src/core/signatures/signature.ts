import type { CauseId } from "../causes/causes";
import type { Evidence } from "../causes/evidence";
import type { Unit } from "../comparison/unit";
import type { Seed } from "../fit/candidate";

/** What a detector saw in the data without a fit: a cause, where, when and why it is believed. */
export interface Signature {
  cause: CauseId;
  scope: string;
  /** First interval. */
  from: number;
  /** First interval after it, or null while it lasts. */
  to: number | null;
  /** What a wrong factor seemed to take, kWh; 0 of all others, whose losses are shared out afterwards. */
  lossKwh: number;
  evidence: Evidence[];
  nextTest: string;
  /** What else the cause says of itself, by the public format's key: `offsetMinutes`. */
  told?: Readonly<Record<string, number | boolean>>;
  /** As what it goes on after the data, where days to come alone don't show it. */
  carry?: Seed;
  /** Part of a string's power that is left at an interval, where the detector can say it. */
  leaves?: (i: number) => number;
}

/** A unit on its way through the diagnosis. */
export interface UnitState {
  unit: Unit;
  /** Why an interval's measured value can't be used; 0 where it can. */
  unusable: Uint8Array;
  /** 1 where an outage was seen: out of the fit's sight. */
  claimed: Uint8Array;
  /** Measured over expected of this unit when nothing is wrong: its own ratio, near 1. */
  healthyRatio: number;
}

/** `wrongLight` is no gap: something was reported, and isn't the roof's. */
export const UNUSABLE = { missing: 1, stuck: 2, impossible: 3, noWeather: 4, wrongLight: 5 } as const;
