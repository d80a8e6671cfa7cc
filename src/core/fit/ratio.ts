import { floats } from "../series/floats";
import type { Axis } from "./axis";
import { buildCells } from "./cells";
import { buildNuisance } from "./nuisance";

/** However small the sun and the light, no model is further off than this (as a logarithm). */
const MOST_OFF = 0.3;

/**
 * What each unit gives of the model's healthy output when nothing is wrong, at the points of an axis: its calibration and what else may be off.
 * @param on any axis of the same units
 * @param coefficients as they were fitted: one a unit, then the shared ones
 */
export function ratioOf(on: Axis, coefficients: ArrayLike<number>): Float64Array[] {
  const cells = buildCells(on);
  const units = on.units.length;
  const { shared, values } = buildNuisance(on, cells, coefficients.length - units);
  return on.units.map((_, u) =>
    floats(on.count, (p) => {
      const k = on.cell[p];
      let off = coefficients[u];
      for (let c = 0; c < shared; c++) off += coefficients[units + c] * values[(k * units + u) * shared + c];
      return Math.exp(Math.max(-MOST_OFF, Math.min(MOST_OFF, off)));
    }),
  );
}
