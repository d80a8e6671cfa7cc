import { median } from "simple-statistics";
import { z } from "zod";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import { dayLevels } from "../../fit/dayLevels";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { snowChance } from "../../losses/snowCover";
import { unitsNamed } from "../../signatures/resume";

/** Rain of a day that may wash, mm: the one of these that fits best is taken (light rain only wets, Kimber et al. 2006). */
export const WASHES_MM = [3, 6, 11];
/** Stands for rain that isn't told. */
const NEVER_MM = 1e6;
export const LEAST_DAYS = 45;
/** Dirt settles on dirt: no array in the field loses more than some third (Kimber et al. 2006, Ilse et al. 2019). */
export const CAP = { value: 0.3, least: 0.06, most: 0.4, step: 0.08 } as const;
/** Of the energy: nobody washes for less. */
const LEAST_SHARE = 0.016;
/**
 * The days of rain come from the weather and not from the fit: little else follows them. Of 150 made-up sites and fifty of an independent simulator without dirt one
 * gained 11 by it and no other over 7, of those with dirt the least that could be told 19.
 */
const PER_UNIT = 0.3;
export const RATE = { value: 0.003, least: 0.001, most: 0.008, step: 0.0012 } as const;

/** A jump up that no rain explains is a cleaning from so much on, as a logarithm, and from so many times its scatter. */
const LEAST_JUMP = 0.045;
const LEAST_JUMP_SIGMA = 4;
/** Without the rain, one rise is a step: dirt has to have been washed off more than once. */
const LEAST_TEETH = 2;
/** Days on each side that a jump is told from. */
const JUMP_DAYS = 5;

/** `soiling`: the output sinks from day to day in dry weather and is back after rain, or after a cleaning. */
export function proposeSoiling(fit: Fit): Candidate[] {
  const { axis } = fit;
  const { rainMm } = axis.comparison.weather;
  const cleaned = cleanings(fit);
  if ((!rainMm && cleaned.size < LEAST_TEETH) || (axis.day.at(-1) ?? 0) - (axis.day[0] ?? 0) < LEAST_DAYS) return [];
  const everywhere = axis.units.map((_, index) => index);
  const scopes = [{ scope: "site", units: everywhere }];
  if (axis.units.length > 1) scopes.push(...axis.units.map(({ unit }, index) => ({ scope: unit.scope, units: [index] })));
  return scopes.map(({ scope, units }) => soilingOf(axis, scope, units, rainMm ? WASHES_MM : [NEVER_MM], cleaned));
}

/** Dirt on some units. @param washesMm rains of a day that may wash it off, mm @param cleaned rows of the day index on which it was */
export function soilingOf(
  axis: Axis,
  scope: string,
  units: number[],
  washesMm: readonly number[],
  cleaned: ReadonlySet<number>,
): Candidate {
  const { comparison } = axis;
  return {
    ...{
      cause: "soiling",
      scope,
      price: Math.log(washesMm.length) + (units.length === axis.units.length ? 0 : 3) + 1.5 * cleaned.size,
      ...{ leastShare: LEAST_SHARE, perUnit: PER_UNIT },
    },
    parameters: [
      { name: "perDay", ...RATE },
      { name: "cap", ...CAP },
      { name: "before", value: 0, least: 0, most: 0.3, step: 0.04 },
      // Which rain washes isn't searched: the best of a few is kept.
      { name: "washesMm", value: washesMm[0], least: 0, most: NEVER_MM, step: 0 },
    ],
    starts: washesMm.flatMap((mm) => [0.0015, 0.004].map((rate) => [rate, CAP.value, 0, mm])),
    // At the least rate it is anything that sinks.
    believable: ([perDay]) => perDay > 1.15 * RATE.least,
    layers: (on, [perDay, cap, before, mm]) => {
      const lost = dirtByRow(on, { washesMm: mm, cleaned }, perDay, cap, before);
      const values = pointwise(on, (p) => 1 - lost[on.row[p]]);
      return units.map((unit) => ({ unit, stage: "dc", strings: null, values }));
    },
    carry: ([perDay, cap, before, mm], row) => ({
      ...{ units: units.map((unit) => axis.units[unit].unit.scope), perDay, cap, washesMm: mm },
      before: row > 0 ? dirtByRow(axis, { washesMm: mm, cleaned }, perDay, cap, before)[row - 1] : before,
      cleaned: [...cleaned].map((at) => at - row).filter((at) => at >= 0),
    }),
    span: ([perDay, cap, before, mm]) => {
      const lost = dirtByRow(axis, { washesMm: mm, cleaned }, perDay, cap, before);
      const row = lost.findIndex((share) => share > 0);
      return { from: comparison.days.firsts[Math.max(0, row)], to: null };
    },
    evidence: ([perDay, , , mm]) => [
      {
        text: `The output sinks by ${(perDay * 100).toFixed(2)} % a dry day and is back after ${washedBy({ washesMm: mm, cleaned })}`,
        weight: 3,
      },
    ],
    nextTest: "A look from the ground at the lower edges; then one module wiped and its current held against its neighbour's",
    told: ([perDay]) => ({ pctPerDay: Math.round(perDay * 10_000) / 100 }),
  };
}

/** What takes dirt off: rain from so many mm a day on, and cleanings by row of the day index. */
interface Washes {
  washesMm: number;
  cleaned: ReadonlySet<number>;
}

function washedBy({ washesMm, cleaned }: Washes): string {
  const rain = washesMm < NEVER_MM ? [`${washesMm} mm of rain in a day`] : [];
  return [...rain, ...(cleaned.size > 0 ? [`${cleaned.size} ${cleaned.size === 1 ? "cleaning" : "cleanings"}`] : [])].join(" or ");
}

/** Days on which all units jump up without rain before them. */
function cleanings(fit: Fit): ReadonlySet<number> {
  const { axis } = fit;
  const { weather, days } = axis.comparison;
  const rain = weather.rainMm ? rainByRow(axis.comparison) : null;
  const snow = snowChance(weather);
  const units = axis.units.map((_, u) => dayLevels(fit, u));
  const rows = axis.comparison.days.days.length;
  const known = Array.from({ length: rows }, (_, row) => row).filter((row) => units.every(({ level }) => !Number.isNaN(level[row])));
  const jumps = known.flatMap((row, k) => {
    if (k < JUMP_DAYS || k + JUMP_DAYS > known.length) return [];
    if (rain && (rain[row] >= WASHES_MM[0] || rain[row - 1] >= WASHES_MM[0])) return [];
    // Where snow can lie a jump is a melt.
    const before = known[k - JUMP_DAYS];
    if (snow.possible.subarray(days.firsts[before], days.firsts[row + 1]).includes(1)) return [];
    const least = Math.min(
      ...units.map(({ level, sigma }) => {
        const side = (from: number) => median(known.slice(from, from + JUMP_DAYS).map((one) => level[one]));
        const jump = side(k) - side(k - JUMP_DAYS);
        return jump > LEAST_JUMP_SIGMA * sigma[row] * Math.sqrt(2 / JUMP_DAYS) ? jump : 0;
      }),
    );
    return least > LEAST_JUMP ? [{ row, k, jump: least }] : [];
  });
  // The largest of neighbours is the day itself.
  return new Set(
    jumps
      .filter(({ k, jump }) =>
        jumps.every((other) => Math.abs(other.k - k) >= JUMP_DAYS || other.jump < jump || (other.jump === jump && other.k >= k)),
      )
      .map(({ row }) => row),
  );
}

/** Share that dirt takes, by row of the day index: what lies at the beginning, what falls a day, up to a cap, and what rain washes off. */
function dirtByRow({ comparison }: Axis, { washesMm, cleaned }: Washes, perDay: number, cap: number, before: number): Float64Array {
  const { days } = comparison;
  const rain = comparison.weather.rainMm ? rainByRow(comparison) : null;
  const out = new Float64Array(days.days.length);
  let dirt = Math.min(cap, before);
  for (let row = 0; row < out.length; row++) {
    dirt = (rain && rain[row] >= washesMm) || cleaned.has(row) ? 0 : Math.min(cap, dirt + perDay);
    out[row] = dirt;
  }
  return out;
}

const rains = new WeakMap<object, Float64Array>();

function rainByRow({ days, weather }: Axis["comparison"]): Float64Array {
  const rainMm = weather.rainMm as Float64Array;
  let byRow = rains.get(rainMm);
  if (!byRow) {
    byRow = Float64Array.from({ length: days.days.length }, (_, row) => {
      let sum = 0;
      for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) sum += rainMm[i] || 0;
      return sum;
    });
    rains.set(rainMm, byRow);
  }
  return byRow;
}

const seedSchema = z.object({
  units: z.array(z.string()),
  perDay: z.number(),
  cap: z.number(),
  washesMm: z.number(),
  before: z.number(),
  cleaned: z.array(z.number()),
});

/** Dirt as it lay, and what falls on it and washes it from then on. */
export function resumeSoiling(seed: Seed, on: Axis): Layer[] {
  const { units, perDay, cap, washesMm, before, cleaned } = seedSchema.parse(seed);
  const lost = dirtByRow(on, { washesMm, cleaned: new Set(cleaned) }, perDay, cap, before);
  const values = pointwise(on, (p) => 1 - lost[on.row[p]]);
  return unitsNamed(on, units).map((unit) => ({ unit, stage: "dc", strings: null, values }));
}
