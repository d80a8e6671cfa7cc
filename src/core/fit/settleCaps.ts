import type { Axis } from "./axis";
import { type Layer, outputW } from "./layers";

/** Without the cap so much more would have come: the output surely stood at it. */
const BINDS = 1.03;
/** A cap is fitted to its hours as a whole; a single one lies no further from it. */
const MOST_OFF = 0.2;

/**
 * Caps as they were met: where an output stood at a fitted cap, the cap was what was measured. A fitted line tells where heat cuts an output off, and
 * not that it sinks further while the case is still warm.
 * @param axis every interval
 * @param layers of all causes that stand, by cause
 * @param ratio of each unit when nothing is wrong, by point
 * @returns the same layers, caps with what was measured in place of what was fitted where they bind
 */
export function settleCaps(axis: Axis, layers: readonly (readonly Layer[])[], ratio: readonly Float64Array[]): Layer[][] {
  const all = layers.flat();
  return layers.map((mine) => mine.map((layer) => (layer.stage === "limit" ? settled(axis, layer, all, ratio[layer.unit]) : layer)));
}

function settled(axis: Axis, cap: Layer, all: readonly Layer[], ratio: Float64Array): Layer {
  const others = all.filter((layer) => layer !== cap);
  const without = outputW(axis, cap.unit, others, new Float64Array(axis.count));
  const { measuredW } = axis.units[cap.unit];
  const values = cap.values.map((watts, p) => {
    if (!(without[p] * ratio[p] > BINDS * watts) || Number.isNaN(measuredW[p])) return watts;
    return Math.min((1 + MOST_OFF) * watts, Math.max((1 - MOST_OFF) * watts, measuredW[p]));
  });
  return { ...cap, values };
}
