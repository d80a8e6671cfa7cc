import { median } from "simple-statistics";
import { DAY_MS, HOUR_MS, MINUTE_MS } from "../../constants";
import { floats } from "../../series/floats";

/** A day of a file held against the clear sky: how much later its times are than the sun. */
export interface DayLag {
  /** Beginning of the day on the file's clock, ms. */
  wallMs: number;
  /** Time on the file's clock less UTC, minutes, as the sun has it. */
  lagMinutes: number;
  /** Correlation with the clear sky at that lag. */
  agreement: number;
  /** Measured over clear sky at that lag, by least squares. */
  scale: number;
}

/** Each with its argument. */
export const LAGS = {
  /** Days are looked for in so many parts of the file, the sunniest of each: enough for a median, and spread over the year. */
  parts: 24,
  /** Of a day that is clear enough to tell the time, cloud takes little: its curve is the clear sky's but for its size. */
  leastAgreement: 0.97,
  /** Days that follow the clear sky so closely tell the time best; where there are some, the others aren't asked. */
  closeAgreement: 0.995,
  leastClose: 3,
  /** First and last light are where a series passes this part of its highest value: above what an inverter needs to start, below what clouds leave. */
  edgeShare: 0.02,
  /** The course of a cloudy day can lie so far beside its ends. */
  edgeReach: 1.5 * HOUR_MS,
  /** A zone can be off by half a day from the site's own. */
  mostMinutes: 12 * 60,
  coarseMinutes: 20,
  /** The clear sky is worked out at this step and read between. */
  stepMs: 10 * MINUTE_MS,
  /** Of a day no more values are looked at: five minutes tell as much as seconds. */
  mostSamples: 288,
  /** So many hours with light are needed in a day. */
  leastLitHours: 4,
} as const;

/** A file's clear days give so much of the clear sky at least and at most, or its unit is in doubt: under it an array is mostly out, over it no sky gives. */
export const CLEAR_SHARE = { least: 0.12, most: 1.6 } as const;

/** A day's place in a series: first entry and first after it. */
interface DayPart {
  wallMs: number;
  from: number;
  to: number;
  sum: number;
  count: number;
}

/**
 * The sunniest days of a series, spread over it.
 * @param wallMs times in order
 * @param values NaN where missing
 */
function sunniestDays(wallMs: Float64Array, values: Float64Array, parts: number = LAGS.parts): DayPart[] {
  const days: DayPart[] = [];
  for (let i = 0; i < wallMs.length; i++) {
    const day = Math.floor(wallMs[i] / DAY_MS) * DAY_MS;
    let last = days.at(-1);
    if (last?.wallMs !== day) {
      last = { wallMs: day, from: i, to: i, sum: 0, count: 0 };
      days.push(last);
    }
    last.to = i + 1;
    if (values[i] > 0) {
      last.sum += values[i];
      last.count++;
    }
  }
  const out: DayPart[] = [];
  const size = days.length / Math.min(parts, days.length || 1);
  for (let k = 0; k * size < days.length; k++) {
    const part = days.slice(Math.floor(k * size), Math.floor((k + 1) * size));
    const best = part.sort((a, b) => b.sum - a.sum)[0];
    if (best && best.sum > 0) out.push(best);
  }
  return out;
}

/** The clear sky over some days as a function of time. */
export type ClearCurve = (fromMs: number, count: number, stepMs: number) => Float64Array;

/**
 * Holds a file's sunniest days against the clear sky.
 * @param wallMs beginning of each interval on the file's clock, in order
 * @param values means over the intervals, NaN where missing
 * @param stepMs the interval
 * @param clear what a clear sky gives on an axis of UTC
 * @param parts so many days at most, one of each part of the file
 * @param aboutMinutes how far the site's own clock is ahead of UTC: lags are looked for about it
 */
export function dayLags(
  wallMs: Float64Array,
  values: Float64Array,
  stepMs: number,
  clear: ClearCurve,
  aboutMinutes = 0,
  parts: number = LAGS.parts,
): DayLag[] {
  const level = LAGS.edgeShare * highest(values);
  const out: { lag: DayLag; edgeMinutes: number }[] = [];
  for (const day of sunniestDays(wallMs, values, parts)) {
    const part = { wallMs: wallMs.subarray(day.from, day.to), values: values.subarray(day.from, day.to) };
    const curve = curveAbout(day.wallMs, stepMs, clear, aboutMinutes);
    const lag = lagOf(part.wallMs, part.values, stepMs, day.wallMs, curve, aboutMinutes);
    if (lag) out.push({ lag, edgeMinutes: edgeLag(part.wallMs, part.values, stepMs, level, curve, lag.lagMinutes) });
  }
  const close = out.filter(({ lag }) => lag.agreement >= LAGS.closeAgreement);
  if (close.length >= LAGS.leastClose) return close.map(({ lag }) => lag);
  // Under clouds the day's ends tell more than its course.
  return out.flatMap((day): DayLag[] => {
    if (close.includes(day)) return [day.lag];
    if (!Number.isNaN(day.edgeMinutes)) return [{ ...day.lag, lagMinutes: day.edgeMinutes }];
    return day.lag.agreement >= LAGS.leastAgreement ? [day.lag] : [];
  });
}

/** The clear sky about a day, with where it begins. */
interface Curve {
  values: Float64Array;
  fromMs: number;
}

function curveAbout(dayMs: number, stepMs: number, clear: ClearCurve, aboutMinutes: number): Curve {
  const reach = LAGS.mostMinutes * MINUTE_MS + HOUR_MS;
  const fromMs = dayMs - reach - aboutMinutes * MINUTE_MS;
  const count = Math.ceil((DAY_MS + 2 * reach) / LAGS.stepMs);
  return { values: smoothed(clear(fromMs, count, LAGS.stepMs), stepMs / LAGS.stepMs), fromMs };
}

/** Where a day's course lies best on the clear sky's; null where there is too little light. */
function lagOf(
  wallMs: Float64Array,
  values: Float64Array,
  stepMs: number,
  dayMs: number,
  curve: Curve,
  aboutMinutes: number,
): DayLag | null {
  const lit = values.reduce((sum, value) => sum + (value > 0 ? 1 : 0), 0);
  if ((lit * stepMs) / HOUR_MS < LAGS.leastLitHours) return null;
  let best = { lagMinutes: 0, agreement: -1, scale: Number.NaN };
  const tryAt = (lagMinutes: number) => {
    const told = agreementAt(wallMs, values, stepMs, curve.values, curve.fromMs, lagMinutes);
    if (told.agreement > best.agreement) best = { lagMinutes, ...told };
  };
  for (let lag = -LAGS.mostMinutes; lag <= LAGS.mostMinutes; lag += LAGS.coarseMinutes) tryAt(aboutMinutes + lag);
  const about = best.lagMinutes;
  for (let lag = about - LAGS.coarseMinutes; lag <= about + LAGS.coarseMinutes; lag++) tryAt(lag);
  return { wallMs: dayMs, ...best };
}

/**
 * How much later than the sky the light of a day comes and goes: the middle between its first and last light, less that of the sky.
 * @param level what counts as light, in the unit of the values
 * @param nearMinutes the lag near which it is looked for
 * @returns minutes; NaN where the day's ends aren't there, or lie unlike the sky's
 */
function edgeLag(wallMs: Float64Array, values: Float64Array, stepMs: number, level: number, curve: Curve, nearMinutes: number): number {
  const lit = (of: Float64Array, least: number) => [of.findIndex((value) => value > least), of.findLastIndex((value) => value > least)];
  const [first, last] = lit(values, level);
  if (first <= 0 || last >= values.length - 1 || last <= first) return Number.NaN;
  const middle = (wallMs[first] + wallMs[last] + stepMs) / 2 - nearMinutes * MINUTE_MS;
  // The day of the curve about the same hour.
  const from = Math.max(0, Math.floor((middle - DAY_MS / 2 - curve.fromMs) / LAGS.stepMs));
  const day = curve.values.subarray(from, from + Math.round(DAY_MS / LAGS.stepMs));
  const [rise, set] = lit(day, LAGS.edgeShare * highest(day));
  if (rise <= 0 || set <= rise) return Number.NaN;
  const skyMiddle = curve.fromMs + (from + (rise + set + 1) / 2) * LAGS.stepMs;
  return Math.abs(middle - skyMiddle) > LAGS.edgeReach ? Number.NaN : Math.round(nearMinutes + (middle - skyMiddle) / MINUTE_MS);
}

function highest(values: Float64Array): number {
  return values.reduce((most, value) => Math.max(value, most), 0);
}

/** Means over a measured interval, where it is longer than the curve's step. */
function smoothed(curve: Float64Array, steps: number): Float64Array {
  const reach = Math.round((steps - 1) / 2);
  if (reach < 1) return curve;
  return floats(curve.length, (i) => {
    let sum = 0;
    let count = 0;
    for (let k = Math.max(0, i - reach); k <= Math.min(curve.length - 1, i + reach); k++) {
      sum += curve[k];
      count++;
    }
    return sum / count;
  });
}

/** Uncentred correlation: nothing at night counts for agreement as much as the day's course does. */
function agreementAt(wallMs: Float64Array, values: Float64Array, stepMs: number, curve: Float64Array, fromMs: number, lagMinutes: number) {
  let [both, ofValues, ofCurve] = [0, 0, 0];
  const stride = Math.max(1, Math.floor(wallMs.length / LAGS.mostSamples));
  for (let i = 0; i < wallMs.length; i += stride) {
    const value = values[i];
    if (Number.isNaN(value)) continue;
    // The curve's entries are means about the middles of its steps.
    const x = (wallMs[i] + stepMs / 2 - lagMinutes * MINUTE_MS - fromMs) / LAGS.stepMs - 0.5;
    const k = Math.floor(x);
    if (k < 0 || k + 1 >= curve.length) continue;
    const expected = curve[k] + (curve[k + 1] - curve[k]) * (x - k);
    both += value * expected;
    ofValues += value * value;
    ofCurve += expected * expected;
  }
  if (ofValues === 0 || ofCurve === 0) return { agreement: 0, scale: Number.NaN };
  return { agreement: both / Math.sqrt(ofValues * ofCurve), scale: both / ofCurve };
}

/** How much of the clear sky a file's best days give; NaN where none is clear. */
export function clearScale(lags: readonly DayLag[]): number {
  const clear = lags.filter(({ agreement }) => agreement >= LAGS.leastAgreement);
  return clear.length > 0 ? median(clear.map(({ scale }) => scale)) : Number.NaN;
}
