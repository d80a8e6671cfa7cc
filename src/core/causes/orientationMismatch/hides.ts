import type { Fit } from "../../fit/fit";
import { leastTold } from "../../fit/leastTold";
import type { CouldHide } from "../../signatures/couldHide";
import { mismatchOf } from "./orientationMismatch";

const LOOK = "Count the modules of each string by plane, from the plan or the ground";

/** Modules of a string on each of the other planes, one more at a time; of strings that are alike one stands for all. */
export function mismatchHides(fit: Fit): CouldHide[] {
  const { axis } = fit;
  const { planes } = axis.comparison.site;
  return axis.units.flatMap(({ unit, groups }, index) =>
    groups.flatMap(({ strings }) => {
      const pvString = unit.strings.find(({ id }) => id === strings[0]);
      if (!pvString) return [];
      return planes.flatMap(({ id }): CouldHide[] => {
        if (id === pvString.plane) return [];
        const candidate = mismatchOf(axis, index, pvString, id);
        const { modules } = pvString;
        const counts = candidate.parameters.map(({ most }) => Math.floor(most * modules));
        const sizes = counts.length === 0 ? [[]] : Array.from({ length: counts[0] }, (_, k) => [(k + 1) / modules]);
        const { told, share } = leastTold(fit, candidate, sizes);
        return [{ scope: pvString.id, under: told ? share : null, look: LOOK }];
      });
    }),
  );
}
