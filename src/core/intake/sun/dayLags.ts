import { max, median } from "simple-statistics";
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
  /** A zone can be off by half a day from the site's own. */
  mostMinutes: 12 * 60,
  coarseMinutes: 20,
  /** The clear sky is worked out at this step and read between. */
  stepMs: 10 * MINUTE_MS,
  /** So many hours with light are needed in a day. */
  leastLitHours: 4,
} as const;

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
export function sunniestDays(wallMs: Float64Array, values: Float64Array, parts: number = LAGS.parts): DayPart[] {
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
 * @param aboutMinutes how far the site's own clock is ahead of UTC: lags are looked for about it
 */
export function dayLags(wallMs: Float64Array, values: Float64Array, stepMs: number, clear: ClearCurve, aboutMinutes = 0): DayLag[] {
  const out: DayLag[] = [];
  for (const day of sunniestDays(wallMs, values)) {
    const lag = lagOf(wallMs.subarray(day.from, day.to), values.subarray(day.from, day.to), stepMs, day.wallMs, clear, aboutMinutes);
    if (lag) out.push(lag);
  }
  const close = out.filter(({ agreement }) => agreement >= LAGS.closeAgreement);
  return close.length >= LAGS.leastClose ? close : out;
}

function lagOf(
  wallMs: Float64Array,
  values: Float64Array,
  stepMs: number,
  dayMs: number,
  clear: ClearCurve,
  aboutMinutes: number,
): DayLag | null {
  const lit = values.reduce((sum, value) => sum + (value > 0 ? 1 : 0), 0);
  if ((lit * stepMs) / HOUR_MS < LAGS.leastLitHours) return null;
  const reach = LAGS.mostMinutes * MINUTE_MS + HOUR_MS;
  const fromMs = dayMs - reach - aboutMinutes * MINUTE_MS;
  const count = Math.ceil((DAY_MS + 2 * reach) / LAGS.stepMs);
  const curve = smoothed(clear(fromMs, count, LAGS.stepMs), stepMs / LAGS.stepMs);
  let best = { lagMinutes: 0, agreement: -1, scale: Number.NaN };
  const tryAt = (lagMinutes: number) => {
    const told = agreementAt(wallMs, values, stepMs, curve, fromMs, lagMinutes);
    if (told.agreement > best.agreement) best = { lagMinutes, ...told };
  };
  for (let lag = -LAGS.mostMinutes; lag <= LAGS.mostMinutes; lag += LAGS.coarseMinutes) tryAt(aboutMinutes + lag);
  const about = best.lagMinutes;
  for (let lag = about - LAGS.coarseMinutes; lag <= about + LAGS.coarseMinutes; lag++) tryAt(lag);
  return best.agreement >= LAGS.leastAgreement ? { wallMs: dayMs, ...best } : null;
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
  for (let i = 0; i < wallMs.length; i++) {
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
  return lags.length > 0 ? median(lags.map(({ scale }) => scale)) : Number.NaN;
}

export function mostScale(lags: readonly DayLag[]): number {
  return lags.length > 0 ? max(lags.map(({ scale }) => scale)) : Number.NaN;
}
