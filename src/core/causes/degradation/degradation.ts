import { z } from "zod";
import { YEAR_DAYS } from "../../constants";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { unitsNamed } from "../../signatures/resume";

/** Under a year a slope is a season's. */
export const LEAST_DAYS = 400;
/** Beyond the ordinary rate, % a year: less nobody could claim for (Jordan & Kurtz 2013: median 0.5, most under 1). */
export const LEAST_PCT = 0.8;
export const MOST_PCT = 15;
/** Of the energy: under it a slope is what sensors drift by. */
const LEAST_SHARE = 0.008;

/** `degradation`: a unit gives less from year to year, evenly at every light and hour. */
export function proposeDegradation(fit: Fit): Candidate[] {
  const { axis } = fit;
  if ((axis.day.at(-1) ?? 0) - (axis.day[0] ?? 0) < LEAST_DAYS) return [];
  return axis.units.map((_, u) => declineOf(axis, u));
}

/** A decline of a unit, or of one of its strings, since the first day. @param startPct where a search begins, % a year */
export function declineOf(axis: Axis, index: number, string: string | null = null, startPct = 2): Candidate {
  const { unit } = axis.units[index];
  // Modules age, not inverters: where there is one unit, it is the site's.
  const scope = string ?? (axis.units.length === 1 ? "site" : unit.scope);
  return {
    ...{ cause: "degradation", scope, price: 3, leastShare: LEAST_SHARE },
    parameters: [{ name: "pctPerYear", value: startPct, least: LEAST_PCT, most: MOST_PCT, step: 1 }],
    onString: (id, [pct]) => declineOf(axis, index, id, Math.min(MOST_PCT, pct * unit.strings.length)),
    layers: (on, [pct]) => [
      { unit: index, stage: "dc", strings: string === null ? null : new Set([string]), values: declined(on, pct / 100) },
    ],
    carry: ([pct]) => ({ unit: unit.scope, string, rate: pct / 100 }),
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

/** However long it has declined. */
const LEAST_LEFT = 0.2;

/** What a decline since the first day leaves, by point. @param rate a year */
function declined(on: Axis, rate: number): Float64Array {
  return pointwise(on, (p) => Math.max(LEAST_LEFT, 1 - (rate * on.day[p]) / YEAR_DAYS));
}

const seedSchema = z.object({ unit: z.string(), string: z.string().nullable(), rate: z.number() });

/** Of a unit or one of its strings. */
export function resumeDegradation(seed: Seed, on: Axis): Layer[] {
  const { unit, string, rate } = seedSchema.parse(seed);
  const strings = string === null ? null : new Set([string]);
  return unitsNamed(on, [unit]).map((index) => ({ unit: index, stage: "dc", strings, values: declined(on, rate) }));
}
