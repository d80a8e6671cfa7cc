import type { Comparison } from "../../comparison/compare";
import { couldW, designTrait } from "../designTrait";
import type { Signature, UnitState } from "../signature";

/** Output so near to the rating is flat at it: noise and the meter's own error. */
const FLAT_SHARE = 0.03;

/** `clipping`: the output stands flat at the AC rating while the array could give more. */
export function detectClipping(comparison: Comparison, state: UnitState): Signature[] {
  const { unit } = state;
  const heldBackW = (i: number) =>
    Math.abs(unit.measuredW[i] / unit.acRatedW - 1) <= FLAT_SHARE ? Math.max(0, couldW(state, i) - unit.acRatedW) : 0;
  const words = (hours: number) =>
    `${unit.scope} stood at its rating of ${Math.round(unit.acRatedW)} W for ${hours.toFixed(0)} hours in which more was there`;
  return designTrait(
    comparison,
    [state],
    unit.scope,
    "clipping",
    heldBackW,
    words,
    "A larger inverter would bring what is told here; it is built so",
  );
}
