import type { Comparison } from "../../comparison/compare";
import { designTrait, mayW } from "../designTrait";
import { type Signature, UNUSABLE, type UnitState } from "../signature";

/** Output so near to the limit stands at it. */
const FLAT_SHARE = 0.04;
/** State of charge that counts as full, and the shortfall that then isn't noise. */
const FULL_PCT = 97;
const LEAST_SHORTFALL = 0.1;

/** What holds the site back: its export limit, or a battery that stands alone and whose charge is told; null where nothing does. */
function limitOf({ site, batteryPct }: Comparison): { limitW: number; alone: Float64Array | null } | null {
  const limitW = site.exportLimitW ?? Number.POSITIVE_INFINITY;
  const alone = site.battery && !site.battery.gridTied ? batteryPct : null;
  return limitW === Number.POSITIVE_INFINITY && !alone ? null : { limitW, alone };
}

/** What is held back in an interval, W; 0 where nothing is. @param mayWOf what a unit might give */
function heldBack(
  states: readonly UnitState[],
  limit: NonNullable<ReturnType<typeof limitOf>>,
  i: number,
  mayWOf: (state: UnitState) => number,
): number {
  let [measured, may] = [0, 0];
  for (const state of states) {
    measured += state.unit.measuredW[i];
    may += mayWOf(state);
  }
  const atLimit = Math.abs(measured / limit.limitW - 1) <= FLAT_SHARE && may > limit.limitW;
  const full = limit.alone !== null && limit.alone[i] >= FULL_PCT && measured < (1 - LEAST_SHORTFALL) * may;
  return atLimit || full ? Math.max(0, may - measured) : 0;
}

/**
 * Runs detectors with the intervals out of their sight in which the site is held back: a limit looks like a fault to them, and bends
 * the ratio that they take for the unit's own.
 */
export function withoutHeldBack<T>(comparison: Comparison, states: readonly UnitState[], detect: () => T): T {
  const limit = limitOf(comparison);
  if (!limit) return detect();
  const held: number[] = [];
  for (let i = 0; i < comparison.grid.count; i++) {
    if (states.some(({ unusable }) => unusable[i] !== 0)) continue;
    if (heldBack(states, limit, i, ({ unit }) => unit.expectedW[i]) > 0) held.push(i);
  }
  for (const i of held) for (const { unusable } of states) unusable[i] = UNUSABLE.heldBack;
  const found = detect();
  for (const i of held) for (const { unusable } of states) unusable[i] = 0;
  return found;
}

/** `curtailment`: the site's output stands at its export limit, or falls short while the battery is full. */
export function detectCurtailment(comparison: Comparison, states: readonly UnitState[]): Signature[] {
  const limit = limitOf(comparison);
  if (!limit) return [];
  const heldBackW = (i: number) => heldBack(states, limit, i, (state) => mayW(state, i));
  const why = limit.alone ? "while its battery was full" : `at its export limit of ${Math.round(limit.limitW)} W`;
  const words = (hours: number) => `The site was held back for ${hours.toFixed(0)} hours ${why}`;
  const nextTest = "More use at noon, or storage, would bring part of it; it is built so";
  return designTrait(comparison, states, "site", "curtailment", heldBackW, words, nextTest);
}
