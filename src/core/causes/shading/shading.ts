import { z } from "zod";
import { DAY_MS, RAD, YEAR_DAYS } from "../../constants";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { planeNormal } from "../../plane/incidence";
import { unitsNamed } from "../../signatures/resume";

/** Squares of the sky in which losses are looked for, degrees. */
const AZIMUTH_STEP = 7.5;
const ELEVATION_STEP = 4;
/** Light that comes straight from the sun, as a share, from which an hour says something of a shadow. */
const LEAST_BEAM = 0.3;
/** A shadow takes at least so much of the direct light to be one; and how deep it is looked for. */
const LEAST_DEPTH = 0.25;
const DEPTHS = [LEAST_DEPTH, 0.7] as const;
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
/** A string in series loses more than its shaded area: up to all of it. */
const MOST_DEPTH = 1.25;
/** Of the energy: less is within what models of tilted light differ by at low sun. */
const LEAST_SHARE = 0.006;
const [COLUMNS, ROWS] = [Math.round(360 / AZIMUTH_STEP), Math.round(80 / ELEVATION_STEP)];

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
      ...blocksOf(fit, id, units).map((block) => candidateOf(axis, plane, block)),
      ...alone.flatMap((unit) => blocksOf(fit, id, [unit]).map((block) => candidateOf(axis, { ...plane, unit }, block))),
    ];
  });
}

/** With more inverters on a plane than this they are looked at together alone. */
const MOST_UNITS = 4;
/** What a shadow of one inverter pays beyond one of the whole plane. */
const UNIT_PRICE = 3;

/** A plane, or of a plane the part of one unit of the axis or of one string. */
interface Shaded {
  id: string;
  unit: number | null;
  string: string | null;
}

/** The blocks of the sky that explain most of what units on a plane miss: since ever, and since some day where that is more. */
function blocksOf(fit: Fit, plane: string, units: readonly number[]): Block[] {
  // A shadow may be new: something was put up, or has grown into the light.
  const rows = fit.axis.comparison.days.days.length;
  const blocks = STARTS.flatMap((part) => bestBlock(fit, plane, units, Math.round(part * rows)) ?? []);
  const [always, ...later] = blocks;
  const best = later.sort((a, b) => b.gain - a.gain).at(0);
  return [always, ...(best && best.gain > (always?.gain ?? 0) ? [best] : [])].filter((one) => one !== undefined);
}

/** Where in the data a shadow may begin, as parts of them. */
const STARTS = [0, 0.15, 0.3, 0.45, 0.6, 0.75];

interface Block {
  gain: number;
  /** First row in which it is looked for. */
  row: number;
  bearingDeg: number;
  halfWidthDeg: number;
  topDeg: number;
  depth: number;
}

/** The block under a top and between two bearings that explains most, however deep. */
function bestBlock(fit: Fit, plane: string, units: readonly number[], firstRow: number): Block | null {
  const blocks = DEPTHS.flatMap((depth) => bestBlockAt(fit, plane, units, firstRow, depth) ?? []);
  return blocks.sort((a, b) => b.gain - a.gain).at(0) ?? null;
}

/** The same for a shadow of one depth. */
function bestBlockAt(fit: Fit, plane: string, units: readonly number[], firstRow: number, deep: number): Block | null {
  const { axis, cells, noise, state } = fit;
  const beam = axis.beamShare.get(plane) as Float64Array;
  const gain = new Float64Array(COLUMNS * ROWS);
  const sum = new Float64Array(COLUMNS * ROWS);
  const weight = new Float64Array(COLUMNS * ROWS);
  for (let k = 0; k < cells.count; k++) {
    const p = (axis.cellFirst[k] + axis.cellFirst[k + 1]) >> 1;
    if (axis.cellRow[k] < firstRow || beam[p] < LEAST_BEAM || axis.sunElevationDeg[p] < 2) continue;
    const at =
      Math.floor(axis.sunAzimuthDeg[p] / AZIMUTH_STEP) * ROWS + Math.min(ROWS - 1, Math.floor(axis.sunElevationDeg[p] / ELEVATION_STEP));
    for (const u of units) {
      const r = state.left[k * cells.units + u];
      if (Number.isNaN(r)) continue;
      const variance = noise.cell[k] ** 2 + noise.own[k * cells.units + u] ** 2 + noise.day[axis.cellRow[k]] ** 2;
      // What it would explain at that depth, or what it would make worse; what is missing beyond it is another depth's.
      const depth = Math.log(1 - deep * beam[p]);
      gain[at] += (Math.min(9, (r * r) / variance) - Math.min(9, Math.max(0, r - depth) ** 2 / variance)) / 2 - 0.05;
      sum[at] += Math.max(-2, r);
      weight[at]++;
    }
  }
  // Sums from the ground up, then all stretches of bearings under each top.
  let best: { from: number; to: number; top: number; gain: number } | null = null;
  for (let top = 1; top <= ROWS; top++) {
    const column = new Float64Array(COLUMNS);
    for (let c = 0; c < COLUMNS; c++) for (let e = 0; e < top; e++) column[c] += gain[c * ROWS + e];
    for (let from = 0; from < COLUMNS; from++) {
      let total = 0;
      for (let to = from; to < COLUMNS; to++) {
        total += column[to];
        if (!best || total > best.gain) best = { from, to: to + 1, top, gain: total };
      }
    }
  }
  if (!best || best.gain < 10) return null;
  let [missing, n] = [0, 0];
  for (let c = best.from; c < best.to; c++) {
    for (let e = 0; e < best.top; e++) {
      missing += sum[c * ROWS + e];
      n += weight[c * ROWS + e];
    }
  }
  return {
    ...{ gain: best.gain, row: firstRow },
    bearingDeg: ((best.from + best.to) / 2) * AZIMUTH_STEP,
    halfWidthDeg: ((best.to - best.from) / 2) * AZIMUTH_STEP,
    topDeg: best.top * ELEVATION_STEP,
    depth: Math.min(0.9, Math.max(0.2, 1.4 * (1 - Math.exp(missing / Math.max(1, n))))),
  };
}

function candidateOf(axis: Axis, shaded: Shaded, block: Block): Candidate {
  const { id: plane, unit, string } = shaded;
  const lastDay = axis.day.at(-1) ?? 0;
  const years = lastDay / YEAR_DAYS;
  const firstDay = (axis.comparison.days.firsts[block.row] * axis.comparison.grid.stepMs) / DAY_MS;
  const parameters = [
    { name: "bearingDeg", value: block.bearingDeg, least: 0, most: 360, step: 6 },
    { name: "halfWidthDeg", value: block.halfWidthDeg, least: 2, most: 75, step: 5 },
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
    starts: startsOf(
      parameters.map(({ value }) => value),
      block.row > 0 ? STARTS.slice(1).map((part) => part * lastDay) : [],
    ),
    // A low rim all round is what models of low light differ by, and no obstacle.
    // And what takes the light wherever the sun stands is no shadow.
    believable: (values) =>
      (values[2] >= LOW_TOP_DEG || values[1] <= LOW_HALF_DEG) &&
      (values[2] <= HIGH_TOP_DEG || values[1] <= (values[3] < LEAST_HIGH_DEPTH ? LOW_HALF_DEG : HIGH_HALF_DEG)) &&
      darkShare(axis, plane, values) <= MOST_DARK,
    onString: (id, [bearingDeg, halfWidthDeg, topDeg, depth]) =>
      candidateOf(
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

function shadeLayers(axis: Axis, { id: plane, unit: only, string }: Shaded, values: readonly number[]): Layer[] {
  const share = shadeShare(axis, plane, values);
  return axis.units.flatMap(({ unit }, index): Layer[] => {
    const mine = unit.strings.filter((one) => one.plane === plane && (string === null || one.id === string));
    if (mine.length === 0 || (only !== null && only !== index)) return [];
    const strings = mine.length === unit.strings.length ? null : new Set(mine.map(({ id }) => id));
    return [{ unit: index, stage: "dc", strings, values: share }];
  });
}

/** What a shadow leaves of a plane's power, point by point. */
function shadeShare(
  axis: Axis,
  plane: string,
  [bearing, half, top, depth, soft, fromDay, sky, growth = 0]: readonly number[],
): Float64Array {
  const beam = axis.beamShare.get(plane) as Float64Array;
  // What stands before the sun stands before its part of the sky too.
  const dome = sky > 0 ? sky * blockedSky(axis, plane, bearing, half, top) : 0;
  return pointwise(axis, (p) => {
    if (axis.day[p] < fromDay) return 1;
    const dull = 1 - dome * (1 - beam[p]);
    const off = Math.abs(((axis.sunAzimuthDeg[p] - bearing + 540) % 360) - 180);
    if (off > half + 4 * soft) return dull;
    const height = top + (growth * (axis.day[p] - YEAR_DAYS)) / YEAR_DAYS - axis.sunElevationDeg[p];
    if (height < -4 * soft) return dull;
    const within = 1 / (1 + Math.exp(-(half - off) / (0.5 * soft)));
    const under = 1 / (1 + Math.exp(-height / (0.5 * soft)));
    return Math.max(0.03, dull - depth * beam[p] * within * under);
  });
}

/** Steps of the sum over a block of the sky, degrees. */
const SKY_STEP_DEG = 5;

/** Part of an even sky's light on a plane that comes from a block: between two bearings, from the ground to a top. */
function blockedSky({ comparison }: Axis, planeId: string, bearing: number, half: number, top: number): number {
  const plane = comparison.site.planes.find(({ id }) => id === planeId);
  if (!plane) return 0;
  const normal = planeNormal(plane.tiltDeg, plane.azimuthDeg);
  let sum = 0;
  for (let el = SKY_STEP_DEG / 2; el < top; el += SKY_STEP_DEG) {
    const [up, flat] = [Math.sin(el * RAD), Math.cos(el * RAD)];
    for (let az = bearing - half + SKY_STEP_DEG / 2; az < bearing + half; az += SKY_STEP_DEG) {
      const front = flat * (Math.sin(az * RAD) * normal.east + Math.cos(az * RAD) * normal.north) + up * normal.up;
      if (front > 0) sum += front * flat;
    }
  }
  // An even sky gives π times the view of it (Liu & Jordan 1963).
  return (sum * (SKY_STEP_DEG * RAD) ** 2) / (Math.PI * ((1 + Math.cos(plane.tiltDeg * RAD)) / 2));
}

/** Part of a plane's direct light, since a shadow came, that comes from within it. */
function darkShare(axis: Axis, plane: string, values: readonly number[]): number {
  const beam = axis.beamShare.get(plane) as Float64Array;
  const { unlimitedW } = axis.units.find(({ unit }) => unit.strings.some((one) => one.plane === plane)) ?? axis.units[0];
  const share = shadeShare(axis, plane, values);
  let [all, dark] = [0, 0];
  for (let p = 0; p < axis.count; p++) {
    const direct = beam[p] * unlimitedW[p];
    if (axis.day[p] < values[5] || !(direct > 0)) continue;
    all += direct;
    if (share[p] < 1 - 0.5 * values[3] * beam[p]) dark += direct;
  }
  return all > 0 ? dark / all : 1;
}

/** The interval in which the shadow first took something worth naming. */
function firstShadow(axis: Axis, plane: string, values: readonly number[]): number {
  const share = shadeShare(axis, plane, values);
  const p = share.findIndex((left) => left < 0.95);
  return p < 0 ? 0 : axis.interval[p];
}

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
