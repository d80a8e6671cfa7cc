import type { Axis } from "./axis";
import { type Layer, outputW } from "./layers";

/** What layers take of the output of the units that they act on, over all known points; less than nothing where they add to it. */
export function lostShare(axis: Axis, base: readonly Layer[], layers: readonly Layer[]): number {
  const [lost, without] = lostAndWhole(axis, base, layers);
  return without > 0 ? lost / without : 0;
}

/** The same, as a share of what all units of the axis give. */
export function lostShareOfAll(axis: Axis, base: readonly Layer[], layers: readonly Layer[]): number {
  const [lost] = lostAndWhole(axis, base, layers);
  let all = 0;
  axis.units.forEach(({ measuredW }, u) => {
    const before = outputW(axis, u, base, new Float64Array(axis.count));
    for (let p = 0; p < axis.count; p++) if (!Number.isNaN(measuredW[p]) && !Number.isNaN(before[p])) all += before[p];
  });
  return all > 0 ? lost / all : 0;
}

function lostAndWhole(axis: Axis, base: readonly Layer[], layers: readonly Layer[]): [number, number] {
  let [without, lost] = [0, 0];
  for (const u of new Set(layers.map(({ unit }) => unit))) {
    const before = outputW(axis, u, base, new Float64Array(axis.count));
    const after = outputW(axis, u, [...base, ...layers], new Float64Array(axis.count));
    for (let p = 0; p < axis.count; p++) {
      if (Number.isNaN(axis.units[u].measuredW[p]) || Number.isNaN(before[p])) continue;
      without += before[p];
      lost += before[p] - after[p];
    }
  }
  return [lost, without];
}
