import type { Candidate } from "../../fit/candidate";
import { type Grid, gridEndMs } from "../../series/grid";
import { referenceOf } from "../assemble";
import type { Findings } from "../standing";
import type { Carried, Frozen } from "./frozen";

/** Days before the new ones that are looked at with them: a stop goes on, moisture is known by three stops, a month's loss is told. */
export const LOOK_BACK_DAYS = 35;

/** What a diagnosis leaves for the days to come. @param light how the light has been mended */
export function freeze(findings: Findings, light: readonly Carried[], coefficients: ArrayLike<number>): Frozen {
  const { comparison, states, standing } = findings;
  const { grid, days } = comparison;
  const row = Math.max(0, days.days.length - LOOK_BACK_DAYS);
  return {
    startMs: grid.startMs,
    windowMs: grid.startMs + days.firsts[row] * grid.stepMs,
    untilMs: gridEndMs(grid),
    units: states.map(({ unit }) => unit.scope),
    coefficients: Array.from(coefficients),
    light: [...light],
    causes: standing.flatMap(({ candidate, values }) =>
      candidate.span(values).to === null ? (carriedOf(candidate, values, row, grid) ?? []) : [],
    ),
    referenceKwh: referenceOf(findings),
  };
}

/** A cause as it goes on from a row of the day index; null where days to come show it themselves. */
export function carriedOf(candidate: Candidate, values: readonly number[], row: number, grid: Grid): Carried | null {
  const seed = candidate.carry?.(values, row);
  if (!seed) return null;
  const fromMs = grid.startMs + candidate.span(values).from * grid.stepMs;
  return { cause: candidate.cause, scope: candidate.scope, fromMs, seed: structuredClone(seed) as Carried["seed"] };
}
