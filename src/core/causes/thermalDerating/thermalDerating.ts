import { z } from "zod";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { unitsNamed } from "../../signatures/resume";

/** The cap in the mean air of the best hours, as a share of the rating, and how fast it falls, % of the rating a degree. */
const AT_PIVOT = { value: 0.9, least: 0.3, most: 1.6, step: 0.05 } as const;
const PCT_PER_C = { value: 2, least: 0.8, most: 8, step: 0.8 } as const;
/** However hot, it doesn't fall further before the inverter switches off. */
const LEAST_CAP = 0.15;
/** Of the energy. */
const LEAST_SHARE = 0.006;

/** `thermal-derating`: above a line that falls as the air warms the output is cut off, and nowhere else. */
export function proposeThermalDerating(fit: Fit): Candidate[] {
  const { axis } = fit;
  return axis.units.flatMap((_, index): Candidate[] => {
    const { hours, missing, airC } = warmHours(fit, index);
    return hours >= LEAST_HOURS && missing ? [cutBackOf(fit, index, airC)] : [];
  });
}

/** A cut-back of one unit. @param pivotC mean air of its best hours */
export function cutBackOf(fit: Fit, index: number, pivotC: number): Candidate {
  const { axis } = fit;
  const { unit } = axis.units[index];
  const lastDay = axis.day.at(-1) ?? 0;
  const cuts = (on: Axis, p: number, values: readonly number[]) => capAt(on, p, unit.acRatedW, pivotC, values);
  return {
    ...{ cause: "thermal-derating", scope: unit.scope, price: 3, leastShare: LEAST_SHARE },
    parameters: [
      { name: "atPivot", ...AT_PIVOT },
      { name: "pctPerC", ...PCT_PER_C },
      { name: "fromDay", value: 0, least: 0, most: 0.9 * lastDay, step: lastDay / 12 },
    ],
    starts: BEGINS.flatMap((part) => [0.95, 0.8, 0.65].map((atPivot) => [atPivot, 1.6, part * lastDay])),
    // A cap that hardly falls is a limit, and no heat's.
    believable: ([, pct]) => pct > 1.1 * PCT_PER_C.least,
    layers: (on, values) => [{ unit: index, stage: "limit", strings: null, values: pointwise(on, (p) => cuts(on, p, values)) }],
    carry: (values) => ({ unit: unit.scope, pivotC, values: [...values] }),
    span: (values) => ({ from: firstCut(fit, index, (p) => cuts(axis, p, values)), to: null }),
    evidence: ([atPivot, pct]) => [
      {
        text: `${unit.scope} is cut off above a line that falls by ${pct.toFixed(1)} % of its rating with each degree of the air, ${Math.round(100 * atPivot)} % at ${pivotC.toFixed(0)} °C; under it nothing is missing`,
        weight: 3,
      },
    ],
    nextTest: `Fan, filter and clearances of ${unit.scope}, and the temperature that it tells at noon`,
  };
}

/** Where in the data a cut-back may begin, as parts of them: a fan fails on a day. */
const BEGINS = [0, 0.15, 0.3, 0.5, 0.7];

/** With fewer hours of half the nameplate and more, a cap isn't seen. */
export const LEAST_HOURS = 20;

/** Hours of half the nameplate and more, their mean air, °C, and whether anything is missing in them. */
export function warmHours({ axis, cells, state }: Fit, index: number): { hours: number; missing: boolean; airC: number } {
  let [missing, air, hours] = [0, 0, 0];
  for (let k = 0; k < cells.count; k++) {
    const at = k * cells.units + index;
    const airC = axis.airTempC[axis.cellFirst[k]];
    if (cells.load[at] < 0.5 || Number.isNaN(state.left[at]) || Number.isNaN(airC)) continue;
    missing += Math.min(0.5, Math.max(-0.5, state.left[at]));
    air += airC;
    hours++;
  }
  return { hours, missing: missing < 0, airC: air / Math.max(1, hours) };
}

/** The interval in which a cap first cut something off. */
function firstCut({ axis }: Fit, index: number, cap: (p: number) => number): number {
  const { unlimitedW } = axis.units[index];
  const p = unlimitedW.findIndex((watts, k) => watts > 1.03 * cap(k));
  return p < 0 ? 0 : axis.interval[p];
}

/** Most that comes at a point, W. @param pivotC air at which the first value is the cap, as a share of the rating */
function capAt(on: Axis, p: number, ratedW: number, pivotC: number, [atPivot, pct, fromDay]: readonly number[]): number {
  if (on.day[p] < fromDay || Number.isNaN(on.airTempC[p])) return Number.POSITIVE_INFINITY;
  return ratedW * Math.max(LEAST_CAP, atPivot - (pct / 100) * (on.airTempC[p] - pivotC));
}

const seedSchema = z.object({ unit: z.string(), pivotC: z.number(), values: z.array(z.number()) });

/** Where it cuts off, it does so on the next hot day. */
export function resumeThermalDerating(seed: Seed, on: Axis): Layer[] {
  const { unit, pivotC, values } = seedSchema.parse(seed);
  return unitsNamed(on, [unit]).map((index) => ({
    ...{ unit: index, stage: "limit", strings: null },
    values: pointwise(on, (p) => capAt(on, p, on.units[index].ratedW, pivotC, values)),
  }));
}
