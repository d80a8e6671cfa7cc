import type { Comparison } from "../../comparison/compare";
import { couldW, designTrait } from "../designTrait";
import type { Signature, UnitState } from "../signature";

/** Output that counts as none, of the rating. */
const NOTHING_SHARE = 0.004;

/** `start-threshold`: nothing comes while there is light, but less than the inverter starts with. */
export function detectStartThreshold(comparison: Comparison, state: UnitState): Signature[] {
  const { unit } = state;
  const nothing = Math.max(2, NOTHING_SHARE * unit.acRatedW);
  const heldBackW = (i: number) =>
    unit.expectedW[i] === 0 && unit.measuredW[i] <= nothing ? Math.max(0, couldW(state, i) - Math.max(0, unit.measuredW[i])) : 0;
  const words = (hours: number) => `${unit.scope} waited for ${hours.toFixed(0)} hours of weak light under its start threshold`;
  return designTrait(
    comparison,
    [state],
    unit.scope,
    "start-threshold",
    heldBackW,
    words,
    "An inverter that starts earlier would bring what is told here; it is built so",
  );
}
