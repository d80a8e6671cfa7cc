import { median } from "simple-statistics";
import { floats } from "../series/floats";
import type { Axis } from "./axis";
import type { Cells } from "./cells";

/** Spreads of the residual's parts, as standard deviations of a logarithm. */
export interface Noise {
  /** What a day has in common, by row: station, haze, the split of light. */
  day: Float64Array;
  /** What the units of an hour have in common, by cell: clouds over the station and not over the roof. */
  cell: Float64Array;
  /** What is a unit's own, by `cell × units + unit`. */
  own: Float64Array;
}

/**
 * Loads that differ in how much they leave in doubt, as shares of the nameplate. In weak light the split of light, the sensor's offset
 * and the low end of the inverter's curve count most.
 */
const LOADS = [0, 0.06, 0.15, 0.3, 0.5] as const;
/** With a low sun models of tilted light and glass differ most. */
const LOW_SUN_DEG = 12;
/** What is taken where few cells say something, by load class; and as how many cells it counts. */
const PRIOR = [0.3, 0.16, 0.1, 0.07, 0.05] as const;
const PRIOR_CELLS = 25;
const PRIOR_DAY = 0.04;
const PRIOR_DAYS = 12;
/** No data are better than that: rounding, stamps, thermal lag. */
const LEAST = { day: 0.006, cell: 0.012, own: 0.006 } as const;
const MOST = { day: 0.12, cell: 0.6 } as const;
/**
 * In better light than the first class given here, and a sun that isn't low, an hour's scatter within its days is at most so many times that of the same hour
 * from day to day: on healthy arrays they are alike (0.6 to 1.3), and what is more belongs to the hour, as a shadow does.
 */
const [STEADY_CLASS, MOST_PATTERN] = [4, 2.5] as const;
/** Up to so many times the start threshold nobody knows for how much of an hour a unit ran. */
const AT_START = 2;
/** Median absolute deviation to standard deviation, for a normal spread. */
const MAD = 1.4826;
const HOURS = 24;

export const loadClass = (load: number, elevationDeg: number): number => {
  let k = LOADS.length - 1;
  while (k > 0 && load < LOADS[k]) k--;
  return k * 2 + (elevationDeg < LOW_SUN_DEG ? 1 : 0);
};

/**
 * How much the residual scatters where nothing is wrong, told from the data themselves by differences between neighbours: hours against
 * their day, days against the next, units against each other. Steps, slopes and levels hardly touch those.
 */
export function estimateNoise(axis: Axis, cells: Cells, residual: Float64Array): Noise {
  const { units } = cells;
  const rows = axis.comparison.days.days.length;
  const classes = LOADS.length * 2;
  const within: number[][] = Array.from({ length: classes }, () => []);
  const again: number[][] = Array.from({ length: classes }, () => []);
  const yesterday = new Map<number, number>();
  const apart: number[] = [];
  const dayLevel = new Float64Array(rows).fill(Number.NaN);
  const dayLoad = new Float64Array(rows);
  for (let k = 0; k < cells.count; ) {
    let end = k;
    while (end < cells.count && axis.cellRow[end] === axis.cellRow[k]) end++;
    const values: number[] = [];
    for (let c = k; c < end; c++) {
      for (let u = 0; u < units; u++) {
        const r = residual[c * units + u];
        if (!Number.isNaN(r) && cells.load[c * units + u] > LOADS[1]) values.push(r);
      }
      if (units > 1) {
        const [a, b] = [residual[c * units], residual[c * units + 1]];
        if (!Number.isNaN(a - b) && cells.load[c * units] > LOADS[2]) apart.push(a - b);
      }
      dayLoad[axis.cellRow[k]] += cells.load[c * units];
    }
    if (values.length >= 3) {
      const middle = median(values);
      dayLevel[axis.cellRow[k]] = middle;
      for (let c = k; c < end; c++) {
        const hour = Math.round((axis.day[axis.cellFirst[c]] % 1) * HOURS);
        for (let u = 0; u < units; u++) {
          const off = residual[c * units + u] - middle;
          if (Number.isNaN(off)) continue;
          const kind = loadClass(cells.load[c * units + u], cells.elevationDeg[c]);
          within[kind].push(Math.abs(off));
          const key = (hour * units + u) * classes + kind;
          const before = yesterday.get(key);
          if (before !== undefined) again[kind].push(Math.abs(off - before) / Math.SQRT2);
          yesterday.set(key, off);
        }
      }
    }
    k = end;
  }
  const shrunk = (values: number[], prior: number, weight: number) => {
    const own = values.length > 0 ? MAD * median(values) : prior;
    return Math.sqrt((values.length * own ** 2 + weight * prior ** 2) / (values.length + weight));
  };
  const spreadOf = (values: number[], kind: number) =>
    Math.min(MOST.cell, shrunk(values, PRIOR[kind >> 1] * (kind % 2 ? 1.6 : 1), PRIOR_CELLS));
  const byClass = within.map((values, kind) => {
    const spread = spreadOf(values, kind);
    const steady = kind >= STEADY_CLASS && kind % 2 === 0;
    return steady ? Math.min(spread, MOST_PATTERN * spreadOf(again[kind], kind)) : spread;
  });
  // Days against the next: of good light, for dull ones differ for other reasons.
  const good = median([...dayLoad].filter((load) => load > 0).concat(0.01));
  const steps: number[] = [];
  for (let row = 1; row < rows; row++) {
    const step = Math.abs(dayLevel[row] - dayLevel[row - 1]);
    if (!Number.isNaN(step) && Math.min(dayLoad[row], dayLoad[row - 1]) > 0.7 * good) steps.push(step / Math.SQRT2);
  }
  const dayBase = Math.max(LEAST.day, shrunk(steps, PRIOR_DAY, PRIOR_DAYS));
  const between = apart.length > 10 ? apart.map((step, k) => (k > 0 ? Math.abs(step - apart[k - 1]) / 2 : Number.NaN)).slice(1) : [];
  const ownBase = Math.max(LEAST.own, between.length > 0 ? MAD * median(between) : 0.015);
  return {
    day: dayLoad.map((load) => Math.min(MOST.day, dayBase * (1 + 0.6 * Math.exp(-load / (0.4 * good))))),
    cell: floats(cells.count, (k) => Math.max(LEAST.cell, byClass[loadClass(cells.load[k * units], cells.elevationDeg[k])])),
    own: floats(cells.count * units, (at) => {
      const k = Math.floor(at / units);
      const { startW, unit } = axis.units[at % units];
      if (cells.load[at] * unit.nameplateW < AT_START * startW) return MOST.cell;
      return Math.max(ownBase, 0.4 * (byClass[loadClass(cells.load[at], cells.elevationDeg[k])] ?? ownBase)) * (units > 1 ? 1 : 0.7);
    }),
  };
}
