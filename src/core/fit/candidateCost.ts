import type { Axis } from "./axis";
import type { Candidate } from "./candidate";
import { type Cells, residuals } from "./cells";
import type { Costs } from "./cost";
import { type Layer, outputW } from "./layers";
import type { CostAt } from "./patternSearch";
import type { Scratch } from "./scratch";

/** What searches are made on: the points of an axis, their cells, and what residuals cost. */
export interface SearchGround {
  axis: Axis;
  cells: Cells;
  costs: Costs;
  scratch: Scratch;
}

/** The cost of a candidate's parameters beside other layers, for searches; and that of the other layers alone. */
export function candidateCost(
  { axis, cells, costs, scratch }: SearchGround,
  candidate: Candidate,
  base: readonly Layer[],
): { costAt: CostAt; without: number } {
  const touched = new Set(
    candidate
      .layers(
        axis,
        candidate.parameters.map(({ value }) => value),
      )
      .map(({ unit }) => unit),
  );
  const own = axis.units.map((_, u) => outputW(axis, u, base, new Float64Array(axis.count)));
  const residual = residuals(axis, cells, own);
  const without = costs.costFrom(residual);
  const costAt = (values: readonly number[]) => {
    scratch.reset();
    axis.scratch = scratch;
    const layers = [...base, ...candidate.layers(axis, values)];
    axis.scratch = undefined;
    for (const u of touched) outputW(axis, u, layers, own[u]);
    return costs.costFrom(residuals(axis, cells, own, residual, touched));
  };
  return { costAt, without };
}
