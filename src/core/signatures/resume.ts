import type { Axis } from "../fit/axis";
import type { Layer } from "../fit/layers";
import { pointwise } from "../fit/pointwise";

/** Index of a unit on an axis by its scope; none where it isn't there any more. */
export function unitsNamed(on: Axis, scopes: readonly string[]): number[] {
  return on.units.flatMap(({ unit }, index) => (scopes.includes(unit.scope) ? [index] : []));
}

/** What strings go on giving, wherever they hang. @param leaves part of their power that is left, by point of the axis */
export function onStringsNamed(on: Axis, ids: readonly string[], leaves: (p: number) => number): Layer[] {
  return on.units.flatMap(({ unit }, index): Layer[] =>
    unit.strings.some(({ id }) => ids.includes(id))
      ? [{ unit: index, stage: "dc", strings: new Set(ids), values: pointwise(on, leaves) }]
      : [],
  );
}
