import type { CauseId } from "../causes/causes";
import type { Unit } from "../comparison/unit";
import { WATT_MS_PER_KWH } from "../constants";

/** A reason for or against a cause. */
export interface Evidence {
  text: string;
  /** Log odds that it adds (natural logarithm); negative speaks against. */
  weight: number;
}

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
  told?: Readonly<Record<string, number>>;
}

/** Per unit, which intervals are still unexplained, so that no loss is counted twice. */
export interface UnitState {
  unit: Unit;
  /** Why an interval's measured value can't be used; 0 where it can. */
  unusable: Uint8Array;
  /** 1 where a detector has explained the whole gap of an interval. */
  claimed: Uint8Array;
  /** Expected output with the strings that are known to be cut off left out, W. */
  aliveW: Float64Array;
  /** Measured over expected of this unit when nothing is wrong: its own ratio, near 1. */
  healthyRatio: number;
}

export const UNUSABLE = { missing: 1, stuck: 2, impossible: 3, noWeather: 4, heldBack: 5 } as const;

/** Energy of a power held through one interval, kWh. */
export function intervalKwh(watts: number, stepMs: number): number {
  return (watts * stepMs) / WATT_MS_PER_KWH;
}

/**
 * What a unit would give at interval i with nothing wrong, W: the expected output at the unit's own
 * ratio, never over its rating.
 * @param ratio measured over expected of healthy times
 */
export function healthyW(unit: Unit, i: number, ratio: number): number {
  return unit.expectedW[i] > 0 ? Math.min(ratio * unit.unlimitedW[i], unit.acRatedW) : 0;
}
