import type { Axis } from "../../fit/axis";
import type { Layer } from "../../fit/layers";

/** A factor of the light of all units. @param values by point */
export function inAllLight(on: Axis, values: Float64Array): Layer[] {
  return on.units.map((_, unit) => ({ unit, stage: "light", strings: null, values }));
}
