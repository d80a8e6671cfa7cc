import { median } from "simple-statistics";

/** A fall of a level from one day to the next. */
export interface TrendStep {
  /** First row after it. */
  row: number;
  /** By how much it fell, as a logarithm: above nothing. */
  fall: number;
  /** The fall over its own standard error. */
  overError: number;
}

/** Days of either side that a step is told from: a slope and a bend over them are what a season does. */
const DAYS = 60;
/** Fewer on a side say nothing of a slope. */
export const LEAST_SIDE = 14;
/** Median absolute deviation to standard deviation, for a normal spread. */
const MAD = 1.4826;
/** Neighbours that a day is held against to see how far it strays. */
const NEIGHBOURS = 5;
/** What a step does to the days around it isn't taken for another. */
const APART_DAYS = 45;
const MOST_STEPS = 2;
/** Of level, slope and bend. */
const BASES = 3;

/**
 * Days on which a level fell at once: by so much, and not by what a level, a slope and a bend over the days around it would do as well. Days that stray
 * count less (Cauchy's weights), and days that err alike one after another as fewer (the autocorrelation of the first lag, as Bartlett 1946).
 * @param level of each day as a logarithm, NaN where nothing is known
 * @param sigma standard deviations of the days against each other; only their ratios count
 * @returns the surest falls, the surest first and each well away from those before it; none where there are too few days
 */
export function trendSteps(level: Float64Array, sigma: Float64Array, most = MOST_STEPS): TrendStep[] {
  const days = weighed(level, sigma);
  const falls: TrendStep[] = [];
  for (let k = LEAST_SIDE; k <= days.rows.length - LEAST_SIDE; k++) {
    const step = stepAt(days, k);
    if (step && step.fall > 0) falls.push({ row: days.rows[k], ...step });
  }
  falls.sort((a, b) => b.overError - a.overError);
  const surest: TrendStep[] = [];
  for (const one of falls) {
    if (surest.length < most && surest.every(({ row }) => Math.abs(row - one.row) >= APART_DAYS)) surest.push(one);
  }
  return surest;
}

/** Places at which the error of a step is asked for. */
const ASKED = 8;

/** Standard error of a fall of a level, as a logarithm: the middle one of several days on which it may be. @returns null where there are too few days */
export function stepError(level: Float64Array, sigma: Float64Array): number | null {
  const days = weighed(level, sigma);
  const [first, last] = [LEAST_SIDE, days.rows.length - LEAST_SIDE];
  if (last < first) return null;
  const errors = Array.from({ length: ASKED }, (_, k) => stepAt(days, Math.round(first + ((last - first) * (k + 0.5)) / ASKED)))
    .flatMap((step) => (step ? [step.fall / step.overError] : []))
    .filter((error) => error > 0);
  return errors.length > 0 ? median(errors) : null;
}

/** Days of which something is known, with what they count. */
interface WeighedDays {
  rows: readonly number[];
  y: readonly number[];
  weight: readonly number[];
}

function weighed(level: Float64Array, sigma: Float64Array): WeighedDays {
  const rows = Array.from(level.keys()).filter((row) => !Number.isNaN(level[row]) && sigma[row] > 0);
  if (rows.length < 2 * LEAST_SIDE) return { rows: [], y: [], weight: [] };
  const y = rows.map((row) => level[row]);
  const strays = y.map((one, k) => (one - median(around(y, k))) / sigma[rows[k]]);
  const spread = Math.max(1e-6, MAD * median(strays.map(Math.abs)));
  return { rows, y, weight: rows.map((row, k) => 1 / (sigma[row] ** 2 * (1 + (strays[k] / spread) ** 2 / 4))) };
}

function around(y: readonly number[], k: number): number[] {
  return y.slice(Math.max(0, k - NEIGHBOURS), k + NEIGHBOURS + 1);
}

/** The fall between two days beside a level, a slope and a bend, with its error (weighted least squares). */
function stepAt({ rows, y, weight }: WeighedDays, at: number) {
  const [first, last] = [Math.max(0, at - DAYS), Math.min(rows.length, at + DAYS)];
  // Columns made orthogonal one after another (Gram & Schmidt): the fall's own is what the others can't give.
  const n = last - first;
  const t = (k: number) => (rows[first + k] - rows[at]) / DAYS;
  const columns = [() => 1, t, (k: number) => t(k) ** 2, (k: number) => (first + k >= at ? -1 : 0)];
  const dot = (a: Float64Array, b: ArrayLike<number>, from = 0) => {
    let sum = 0;
    for (let k = 0; k < n; k++) sum += weight[first + k] * a[k] * b[from + k];
    return sum;
  };
  const left = Float64Array.from({ length: n }, (_, k) => y[first + k]);
  const done: { column: Float64Array; norm: number }[] = [];
  let fall = 0;
  for (const value of columns) {
    const column = Float64Array.from({ length: n }, (_, k) => value(k));
    for (const { column: other, norm } of done) subtract(column, dot(column, other) / norm, other);
    const norm = dot(column, column);
    if (!(norm > 1e-9 * weight[at])) return null;
    fall = dot(column, left) / norm;
    subtract(left, fall, column);
    done.push({ column, norm });
  }
  const variance = (dot(left, left) / (n - BASES - 1)) * alike(left, weight, first);
  return { fall, overError: fall / Math.sqrt(variance / done[BASES].norm) };
}

function subtract(from: Float64Array, times: number, what: Float64Array): void {
  for (let k = 0; k < from.length; k++) from[k] -= times * what[k];
}

/** How many days count as one, since neighbours err alike. */
function alike(left: Float64Array, weight: readonly number[], first: number): number {
  let [lagged, all] = [0, 0];
  for (let k = 1; k < left.length; k++) {
    const w = Math.sqrt(weight[first + k] * weight[first + k - 1]);
    lagged += w * left[k] * left[k - 1];
    all += 0.5 * (weight[first + k] * left[k] ** 2 + weight[first + k - 1] * left[k - 1] ** 2);
  }
  const rho = Math.min(0.9, Math.max(0, lagged / Math.max(1e-12, all)));
  return (1 + rho) / (1 - rho);
}
