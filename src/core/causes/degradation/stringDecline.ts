import { linearRegression, median } from "simple-statistics";
import type { Comparison } from "../../comparison/compare";
import { DAY_MS, YEAR_DAYS } from "../../constants";
import type { Signature, UnitState } from "../../signatures/signature";
import { stringNameplateW } from "../../site/lookups";

/** A string is held against its neighbours in the same light: neither weather nor sensor is in it, and a season hardly. */
const LEAST_DAYS = 400;
/** Light in which shadows of what stands around are short, as part of the string's nameplate; and so many intervals of it in a month. */
const GOOD_LIGHT = 0.5;
const LEAST_IN_MONTH = 20;
const MONTH_DAYS = 30;
/** % a year against the neighbours, and how many times its own error that has to be. */
const LEAST_PCT = 0.8;
const LEAST_OVER_ERROR = 5;
/** A neighbour that gives less than this is out itself. */
const ALIVE = 0.3;

/**
 * `degradation` of one string, where strings' currents are told: its current sinks against that of the others in the same light, month by month along a line.
 * Needs two strings of one unit with currents; of the unit's power alone a string's decline is too little to tell.
 */
export function detectStringDecline({ expected, grid, site }: Comparison, { unit, unusable }: UnitState): Signature[] {
  const days = (grid.count * grid.stepMs) / DAY_MS;
  const strings = unit.strings.filter(({ id }) => unit.stringAmps.has(id));
  if (days < LEAST_DAYS || strings.length < 2) return [];
  const months = Math.floor(days / MONTH_DAYS);
  const ratios = strings.map(() => Array.from({ length: months }, (): number[] => []));
  const plates = strings.map((pvString) => stringNameplateW(site, pvString));
  for (let i = 0; i < grid.count; i++) {
    const month = Math.floor((i * grid.stepMs) / (MONTH_DAYS * DAY_MS));
    if (month >= months || unusable[i] !== 0) continue;
    const gives = strings.map(({ id }, k) => {
      const could = expected.stringDcW.get(id)?.[i] ?? 0;
      return could > GOOD_LIGHT * plates[k] ? (unit.stringAmps.get(id)?.[i] ?? Number.NaN) / could : Number.NaN;
    });
    if (gives.some((value) => !(value > 0))) continue;
    gives.forEach((value, k) => {
      const others = median(gives.filter((_, other) => other !== k));
      if (value > ALIVE * others && others > ALIVE * value) ratios[k][month].push(Math.log(value / others));
    });
  }
  return strings.flatMap(({ id }, k): Signature[] => {
    const points = ratios[k].flatMap((values, month) =>
      values.length >= LEAST_IN_MONTH ? [[((month + 0.5) * MONTH_DAYS) / YEAR_DAYS, median(values)]] : [],
    );
    const perYear = slopeOf(points);
    if (perYear === null || -100 * perYear.slope < LEAST_PCT || -perYear.slope < LEAST_OVER_ERROR * perYear.error) return [];
    const rate = 1 - Math.exp(perYear.slope);
    return [
      {
        ...{ cause: "degradation", scope: id, from: 0, to: null, lossKwh: 0 },
        leaves: (i) => Math.max(0.2, 1 - (rate * i * grid.stepMs) / (YEAR_DAYS * DAY_MS)),
        carry: { unit: unit.scope, string: id, rate },
        evidence: [
          {
            text: `The current of ${id} sinks against its neighbours' in the same light by ${(100 * rate).toFixed(1)} % a year, month by month`,
            weight: 6,
          },
        ],
        nextTest: `Curve of ${id} against its data sheet and its neighbour's, and a camera for hot cells and browning`,
        told: { pctPerYear: Math.round(10_000 * rate) / 100 },
      },
    ];
  });
}

/** Slope of a line through points, and its standard error; null of fewer than a year's. */
function slopeOf(points: number[][]): { slope: number; error: number } | null {
  if (points.length < 12) return null;
  const { m: slope, b } = linearRegression(points);
  const mean = points.reduce((sum, [x]) => sum + x, 0) / points.length;
  const spread = points.reduce((sum, [x]) => sum + (x - mean) ** 2, 0);
  const left = points.reduce((sum, [x, y]) => sum + (y - slope * x - b) ** 2, 0);
  return { slope, error: Math.sqrt(left / (points.length - 2) / spread) };
}
