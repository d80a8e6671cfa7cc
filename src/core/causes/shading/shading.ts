import { z } from "zod";
import { DAY_MS, YEAR_DAYS } from "../../constants";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { unitsNamed } from "../../signatures/resume";
import { darkShare, firstShadow, type Shaded, shadeLayers } from "./shadow";
import { type Block, blocksOf, STARTS } from "./skyBlocks";

/** A shadow takes at least so much of the direct light to be one. */
export const LEAST_DEPTH = 0.25;
/** What stands lower is met by models of low light, which differ there by more than it takes (Gueymard 2009). */
const LEAST_TOP_DEG = 8;
/** Of the direct light: what takes more, wherever the sun stands, is no shadow. */
const MOST_DARK = 0.65;
/** Blocks lower than the first are believed up to a half width of the second, degrees. */
const [LOW_TOP_DEG, LOW_HALF_DEG] = [15, 35];
/** And blocks higher than the first up to a half width of the second: what is as wide as it is high is another aspect, and no obstacle. */
const [HIGH_TOP_DEG, HIGH_HALF_DEG] = [35, 60];
/** What is that high and wider than LOW_HALF hides a good part of the sky, and the array as a whole: even a bare crown takes more than this of the light (Heisler 1986). */
const LEAST_HIGH_DEPTH = 0.4;
/** Unless it is as good as dark, as beside a wall or under a dense crown: no other aspect takes so much of the light in one part of the sky and none in the rest. */
const DARK_DEPTH = 0.85;

/** Half width up to which a high block of some depth is believed, degrees. */
function widestHigh(depth: number): number {
  if (depth >= DARK_DEPTH) return MOST_HALF_DEG;
  return depth < LEAST_HIGH_DEPTH ? LOW_HALF_DEG : HIGH_HALF_DEG;
}

/** An obstacle that hides more of the horizon is the horizon. */
const MOST_HALF_DEG = 75;
/** A string in series loses more than its shaded area: up to all of it. */
const MOST_DEPTH = 1.25;
/** Of the energy: less is within what models of tilted light differ by at low sun. */
const LEAST_SHARE = 0.006;

/**
 * `shading`: a loss of direct light that belongs to places of the sun. Looks for the block of the sky, from the ground up, in which
 * most is missing; its sides, top, depth and softness are then fitted, and whether it grows.
 */
export function proposeShading(fit: Fit): Candidate[] {
  const { axis } = fit;
  const planes = new Set(axis.units.flatMap(({ unit }) => unit.strings.map(({ plane }) => plane)));
  return [...planes].flatMap((id) => {
    const units = axis.units.flatMap(({ unit }, u) => (unit.strings.some((one) => one.plane === id) ? [u] : []));
    const plane = { id, unit: null, string: null };
    // What stands near shades the inverters of a roof at other hours, each with a block of its own.
    const alone = units.length > 1 && units.length <= MOST_UNITS ? units : [];
    return [
      ...blocksOf(fit, id, units).map((block) => shadowOf(axis, plane, block)),
      ...alone.flatMap((unit) => blocksOf(fit, id, [unit]).map((block) => shadowOf(axis, { ...plane, unit }, block))),
    ];
  });
}

/** With more inverters on a plane than this they are looked at together alone. */
const MOST_UNITS = 4;
/** What a shadow of one inverter pays beyond one of the whole plane. */
const UNIT_PRICE = 3;

/** A shadow on a plane, or on a unit or string of it, from a block of the sky. */
export function shadowOf(axis: Axis, shaded: Shaded, block: Omit<Block, "gain">): Candidate {
  const { id: plane, unit, string } = shaded;
  const lastDay = axis.day.at(-1) ?? 0;
  const years = lastDay / YEAR_DAYS;
  const firstDay = (axis.comparison.days.firsts[block.row] * axis.comparison.grid.stepMs) / DAY_MS;
  const parameters = [
    { name: "bearingDeg", value: block.bearingDeg, least: 0, most: 360, step: 6 },
    { name: "halfWidthDeg", value: block.halfWidthDeg, least: 2, most: MOST_HALF_DEG, step: 5 },
    { name: "topDeg", value: Math.max(LEAST_TOP_DEG, block.topDeg), least: LEAST_TOP_DEG, most: 80, step: 5 },
    { name: "depth", value: block.depth, least: LEAST_DEPTH, most: MOST_DEPTH, step: 0.2 },
    { name: "softDeg", value: 4, least: 0.5, most: 9, step: 2.5 },
    { name: "fromDay", value: block.row > 0 ? firstDay : 0, least: 0, most: block.row > 0 ? 0.9 * lastDay : 0, step: 14 },
    // How much of its part of the sky it takes too: all of a wall's, hardly any of a bare tree's.
    { name: "sky", value: 0, least: 0, most: 1, step: 0.3 },
    ...(years > 1.1 ? [{ name: "growthDegPerYear", value: 0, least: 0, most: 8, step: 1 }] : []),
  ];
  return {
    ...{ cause: "shading", scope: string ?? plane, parameters, price: unit === null ? 3 : 3 + UNIT_PRICE, leastShare: LEAST_SHARE },
    part: unit === null ? undefined : axis.units[unit].unit.scope,
    // The sun is at the same places again a year later, and so is what models of the sky are off by.
    looks: Math.max(1, years),
    starts: startsOf(
      parameters.map(({ value }) => value),
      block.row > 0 ? STARTS.slice(1).map((part) => part * lastDay) : [],
    ),
    // A low rim all round is what models of low light differ by, and no obstacle.
    // And what takes the light wherever the sun stands is no shadow.
    believable: (values) =>
      (values[2] >= LOW_TOP_DEG || values[1] <= LOW_HALF_DEG) &&
      (values[2] <= HIGH_TOP_DEG || values[1] <= widestHigh(values[3])) &&
      darkShare(axis, plane, values) <= MOST_DARK,
    onString: (id, [bearingDeg, halfWidthDeg, topDeg, depth]) =>
      shadowOf(
        axis,
        { id: plane, unit: null, string: id },
        { ...block, bearingDeg, halfWidthDeg, topDeg, depth: Math.min(MOST_DEPTH, 1.6 * depth) },
      ),
    layers: (on, values) => shadeLayers(on, shaded, values),
    carry: (values) => ({ plane, unit: unit === null ? null : axis.units[unit].unit.scope, string, values: [...values] }),
    span: (values) => ({ from: firstShadow(axis, plane, values), to: null }),
    evidence: ([bearing, half, top, depth]) => [
      {
        text: `Up to ${Math.round(100 * Math.min(1, depth))} % of the direct light is missing on ${plane} while the sun stands between ${Math.round(bearing - half)}° and ${Math.round(bearing + half)}° and under ${Math.round(top)}°, and nowhere else`,
        weight: 3,
      },
    ],
    nextTest: "From the array's middle: bearing and height of what stands there, with compass and clinometer",
    told: (values): Record<string, boolean> => (values[7] > GROWS_DEG_PER_YEAR ? { growing: true } : {}),
  };
}

/** Squares of the sky are coarse, and a shadow's soft edge lies in the outer ones: blocks are begun narrower as well, as parts of what was found, and dark. */
const NARROWER = [1, 0.75, 0.5] as const;
const DARK = 0.9;

/** Where a search may begin: shapes about the block that was found, and other days. @param days on which it may have come instead */
function startsOf([bearing, half, top, depth, soft, fromDay, ...others]: readonly number[], days: readonly number[]): number[][] {
  const at = (width: number, deep: number, day: number) => [bearing, width * half, top, deep, soft, day, ...others];
  return [...NARROWER.flatMap((width) => [at(width, depth, fromDay), at(width, DARK, fromDay)]), ...days.map((day) => at(1, depth, day))];
}

/** A top that rises by more than this a year is growing, and not the fit's play. */
const GROWS_DEG_PER_YEAR = 0.4;

const seedSchema = z.object({
  plane: z.string(),
  unit: z.string().nullable(),
  string: z.string().nullable(),
  values: z.array(z.number()),
});

/** What stands there goes on standing, and growing. */
export function resumeShading(seed: Seed, on: Axis): Layer[] {
  const { plane, unit, string, values } = seedSchema.parse(seed);
  const units: readonly (number | null)[] = unit === null ? [null] : unitsNamed(on, [unit]);
  return units.flatMap((one) => shadeLayers(on, { id: plane, unit: one, string }, values));
}
