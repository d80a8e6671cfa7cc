import { unusableIntervals } from "../causes/dataGap/dataGap";
import type { Comparison } from "../comparison/compare";
import type { Sight } from "../fit/axis";
import type { UnitState } from "../signatures/signature";

/** The units of a comparison as nothing is told of them yet. */
export function statesOf(comparison: Comparison): UnitState[] {
  return comparison.units.map((unit) => ({
    unit,
    unusable: unusableIntervals(comparison, unit),
    claimed: new Uint8Array(comparison.grid.count),
    healthyRatio: 1,
  }));
}

/** A unit with the intervals out of sight in which a full battery holds the site back: that looks like a fault. @param full of `fullBattery`: 1 there */
export function hidden(state: UnitState, full: Uint8Array | null): UnitState {
  return full ? { ...state, unusable: state.unusable.map((mark, i) => mark || full[i]) } : state;
}

/** What the fit sees of units: neither what can't be used nor what stops claimed. */
export function sightsOf(states: readonly UnitState[], full: Uint8Array | null): Sight[] {
  return states.map((state) => {
    const { unit, unusable } = hidden(state, full);
    return { unit, unusable: unusable.map((mark, i) => mark || state.claimed[i]) };
  });
}
