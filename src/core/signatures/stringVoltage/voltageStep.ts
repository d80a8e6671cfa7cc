import type { DayIndex } from "../../series/localDay";

/** How a string's missing voltage goes with its current: a constant part, V, and one that grows with it, Ω. */
export interface VoltageLaw {
  volts: number;
  ohm: number;
}

/** A day from which a string's voltage follows another law. */
export interface VoltageStep {
  /** First row of the day index after it. */
  row: number;
  /** By how much the missing voltage grew: as a constant, or with the current, whichever fits better. */
  kind: "constant" | "with-current";
  volts: number;
  ohm: number;
  /** Logarithm of how much better two laws fit than one, in days: days stand for themselves, intervals of a day don't. */
  gain: number;
  /** The same for the better kind over the other. */
  over: number;
  /** By how much the voltage strayed from its law before it, V. */
  strayedV: number;
  /** By how much it fell in the mean, V. */
  fellV: number;
}

const LEAST_DAYS = 4;
const LEAST_POINTS = 6;

/** Sums of a least-squares line of missing voltage over current. */
interface Sums {
  n: number;
  i: number;
  ii: number;
  v: number;
  iv: number;
  vv: number;
  days: number;
}

const ZERO: Sums = { n: 0, i: 0, ii: 0, v: 0, iv: 0, vv: 0, days: 0 };
const plus = (a: Sums, b: Sums, sign: 1 | -1 = 1): Sums => ({
  ...{ n: a.n + sign * b.n, i: a.i + sign * b.i, ii: a.ii + sign * b.ii },
  ...{ v: a.v + sign * b.v, iv: a.iv + sign * b.iv, vv: a.vv + sign * b.vv, days: a.days + sign * b.days },
});

/**
 * The day on which a string's missing voltage (expected less measured) changed most, and how.
 * @param missingV and `amps` by interval; NaN where they say nothing
 * @returns null where no day splits the series into two with enough on both sides
 */
export function voltageStep(missingV: Float64Array, amps: Float64Array, days: DayIndex): VoltageStep | null {
  const daily = days.days.map((_, row) => sumsOf(missingV, amps, days.firsts[row], days.firsts[row + 1]));
  const whole = daily.reduce((sum, day) => plus(sum, day), ZERO);
  if (whole.days < 2 * LEAST_DAYS) return null;
  const one = errorOf(whole, lineOf(whole));
  let before = ZERO;
  let best: { row: number; error: number; before: Sums } | null = null;
  for (let row = 0; row < daily.length; row++) {
    const after = plus(whole, before, -1);
    if (before.days >= LEAST_DAYS && after.days >= LEAST_DAYS) {
      const error = errorOf(before, lineOf(before)) + errorOf(after, lineOf(after));
      if (!best || error < best.error) best = { row, error, before };
    }
    before = plus(before, daily[row]);
  }
  if (!best) return null;
  const law = lineOf(best.before);
  const after = plus(whole, best.before, -1);
  // What is missing after it over the law before it: as a constant, or with the current.
  const rest: Sums = {
    ...after,
    v: after.v - law.volts * after.n - law.ohm * after.i,
    iv: after.iv - law.volts * after.i - law.ohm * after.ii,
    vv:
      after.vv -
      2 * (law.volts * after.v + law.ohm * after.iv) +
      law.volts ** 2 * after.n +
      2 * law.volts * law.ohm * after.i +
      law.ohm ** 2 * after.ii,
  };
  const constant = { volts: rest.v / rest.n, ohm: 0 };
  const growing = { volts: 0, ohm: rest.iv / rest.ii };
  const errors = [errorOf(rest, constant), errorOf(rest, growing)];
  const floor = 1e-9 * Math.max(1, whole.vv);
  const isConstant = errors[0] <= errors[1];
  return {
    row: best.row,
    kind: isConstant ? "constant" : "with-current",
    ...(isConstant ? constant : growing),
    gain: (whole.days / 2) * Math.log((one + floor) / (best.error + floor)),
    strayedV: Math.sqrt(Math.max(0, errorOf(best.before, law)) / best.before.n),
    fellV: isConstant ? constant.volts : (growing.ohm * rest.i) / rest.n,
    over: (after.days / 2) * Math.log((Math.max(...errors) + floor) / (Math.min(...errors) + floor)),
  };
}

function sumsOf(missingV: Float64Array, amps: Float64Array, from: number, to: number): Sums {
  let sums = ZERO;
  for (let k = from; k < to; k++) {
    const [v, i] = [missingV[k], amps[k]];
    if (Number.isNaN(v) || Number.isNaN(i)) continue;
    sums = { n: sums.n + 1, i: sums.i + i, ii: sums.ii + i * i, v: sums.v + v, iv: sums.iv + i * v, vv: sums.vv + v * v, days: 1 };
  }
  return sums.n >= LEAST_POINTS ? sums : ZERO;
}

function lineOf({ n, i, ii, v, iv }: Sums): VoltageLaw {
  const spread = n * ii - i * i;
  if (!(spread > 1e-9 * n * ii)) return { volts: n > 0 ? v / n : 0, ohm: 0 };
  const ohm = (n * iv - i * v) / spread;
  return { volts: (v - ohm * i) / n, ohm };
}

function errorOf({ n, i, ii, v, iv, vv }: Sums, { volts, ohm }: VoltageLaw): number {
  return Math.max(0, vv - 2 * (volts * v + ohm * iv) + volts ** 2 * n + 2 * volts * ohm * i + ohm ** 2 * ii);
}
