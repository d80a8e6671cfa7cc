import { YEAR_DAYS } from "../../constants";
import type { Axis } from "../../fit/axis";
import type { Candidate } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import { pointwise } from "../../fit/pointwise";

/** Under a year a slope is a season's. */
const LEAST_DAYS = 400;
/** Beyond the ordinary rate, % a year: less nobody could claim for (Jordan & Kurtz 2013: median 0.5, most under 1). */
const LEAST_PCT = 0.8;
const MOST_PCT = 15;
/** Of the energy: under it a slope is what sensors drift by. */
const LEAST_SHARE = 0.008;

/** `degradation`: a unit gives less from year to year, evenly at every light and hour. */
export function proposeDegradation(fit: Fit): Candidate[] {
  const { axis } = fit;
  if ((axis.day.at(-1) ?? 0) - (axis.day[0] ?? 0) < LEAST_DAYS) return [];
  return axis.units.map((_, u) => candidateOf(axis, u));
}

function candidateOf(axis: Axis, index: number, string: string | null = null, startPct = 2): Candidate {
  const { unit } = axis.units[index];
  // Modules age, not inverters: where there is one unit, it is the site's.
  const scope = string ?? (axis.units.length === 1 ? "site" : unit.scope);
  return {
    ...{ cause: "degradation", scope, price: 3, leastShare: LEAST_SHARE },
    parameters: [{ name: "pctPerYear", value: startPct, least: LEAST_PCT, most: MOST_PCT, step: 1 }],
    onString: (id, [pct]) => candidateOf(axis, index, id, Math.min(MOST_PCT, pct * unit.strings.length)),
    layers: (on, [pct]) => [
      {
        unit: index,
        stage: "dc",
        strings: string === null ? null : new Set([string]),
        values: pointwise(on, (p) => Math.max(0.2, 1 - ((pct / 100) * (on.day[p] - on.day[0])) / YEAR_DAYS)),
      },
    ],
    span: () => ({ from: 0, to: null }),
    evidence: ([pct]) => [
      {
        text: `${string ?? unit.scope} loses ${pct.toFixed(1)} % a year beyond the ordinary ageing, evenly at every light and hour`,
        weight: 3,
      },
    ],
    nextTest: `Curve of one string of ${unit.scope} against its data sheet, and a camera for hot cells and browning`,
    told: ([pct]) => ({ pctPerYear: Math.round(pct * 100) / 100 }),
  };
}
