import type { CauseId } from "../causes/causes";
import type { Comparison } from "../comparison/compare";
import { HOUR_MS } from "../constants";
import { healthyW, intervalKwh, type Signature, type UnitState } from "./signature";

/** A trait by design is worth a line from this share of what the array could have made: under it nobody would change anything for it. */
const LEAST_SHARE = 0.005;

/** What a trait by design holds back in an interval, W; 0 where it doesn't act. */
export type HeldBack = (i: number) => number;

/**
 * A trait by design as a signature, from what it held back in the intervals that nothing else explains, which it claims.
 * @param heldBackW what it took of the unlimited output at interval i
 */
export function designTrait(
  comparison: Comparison,
  states: readonly UnitState[],
  scope: string,
  cause: CauseId,
  heldBackW: HeldBack,
  words: (hours: number) => string,
  nextTest: string,
): Signature[] {
  const { grid } = comparison;
  let [lossKwh, couldKwh, hours] = [0, 0, 0];
  const held: number[] = [];
  for (let i = 0; i < grid.count; i++) {
    if (states.some(({ unusable, claimed }) => unusable[i] !== 0 || claimed[i] === 1)) continue;
    for (const { unit } of states) couldKwh += intervalKwh(unit.unlimitedW[i], grid.stepMs);
    const watts = heldBackW(i);
    if (!(watts > 0)) continue;
    lossKwh += intervalKwh(watts, grid.stepMs);
    hours += grid.stepMs / HOUR_MS;
    held.push(i);
  }
  if (lossKwh < LEAST_SHARE * couldKwh) return [];
  for (const i of held) for (const { claimed } of states) claimed[i] = 1;
  return [{ cause, scope, from: 0, to: null, lossKwh, evidence: [{ text: words(hours), weight: 6 }], nextTest }];
}

/** What a unit could give at interval i without its own limits, W: the unlimited output at its own ratio. */
export function couldW({ unit, healthyRatio }: UnitState, i: number): number {
  return healthyRatio * unit.unlimitedW[i];
}

/** What it gives within them, W. */
export function mayW({ unit, healthyRatio }: UnitState, i: number): number {
  return healthyW(unit, i, healthyRatio);
}
