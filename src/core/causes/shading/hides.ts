import type { Fit } from "../../fit/fit";
import { leastTold, sizesBetween } from "../../fit/leastTold";
import type { CouldHide } from "../../signatures/couldHide";
import { LEAST_DEPTH, shadowOf } from "./shading";

const LOOK = "What stands around the array by bearing and height, and its shadow in the morning and in the afternoon";
/** A tree some ten metres off beside the middle of the view: degrees from the plane's own bearing, half its width, its top. */
const TREE = { aside: [-50, 50], halfWidthDeg: 15, topDeg: 30 } as const;

/** A tree on either side of each plane's view, from a bare one to a dense one. */
export function shadingHides(fit: Fit): CouldHide[] {
  const { axis } = fit;
  const used = new Set(axis.units.flatMap(({ unit }) => unit.strings.map(({ plane }) => plane)));
  return axis.comparison.site.planes.flatMap(({ id, azimuthDeg }): CouldHide[] => {
    if (!used.has(id)) return [];
    return TREE.aside.flatMap((aside): CouldHide[] => {
      const { halfWidthDeg, topDeg } = TREE;
      const bearingDeg = (azimuthDeg + aside + 360) % 360;
      const tree = shadowOf(axis, { id, unit: null, string: null }, { row: 0, bearingDeg, halfWidthDeg, topDeg, depth: 0.7 });
      const values = tree.parameters.map(({ value }) => value);
      const sizes = sizesBetween(LEAST_DEPTH, 1, 6).map((depth) =>
        values.map((value, k) => (tree.parameters[k].name === "depth" ? depth : value)),
      );
      const { told, share } = leastTold(fit, tree, sizes);
      // Where the sun hardly stands behind it there is nothing to hide.
      if (!told && share < tree.leastShare) return [];
      return [{ scope: id, under: told ? share : null, look: LOOK }];
    });
  });
}
