import { median } from "simple-statistics";
import { DAY_MS, HOUR_MS, MINUTE_MS } from "../constants";
import type { Grid } from "../series/grid";
import { edgeLags } from "./daylightEdges";

/** A span in which the stamps are off by the same time. */
export interface ClockSpan {
  /** First interval, and first after it. */
  from: number;
  to: number;
  /** How much later the stamps are than the sun, ms; 0 where they are right. */
  lateMs: number;
  /** Spread of the windows that say so, ms. */
  spreadMs: number;
  windows: number;
}

/** Each with its argument; times in ms. */
export const CLOCK = {
  /** A clock is judged by the detail that clouds and the ends of the day make: what is slower than this tells of shade, dirt and haze. */
  detail: 1.5 * HOUR_MS,
  /** So much light gives a shift to a minute or two: over many sites and skies the median strays under 3 min. */
  window: 10 * DAY_MS,
  /** No zone is further off than this from another in one country; a file in a wrong one is at most half a day off. */
  most: 12.5 * HOUR_MS,
  /** Three times the stray of right clocks, and what a model can be skewed by. */
  least: 8 * MINUTE_MS,
  /** Two wrong offsets nearer to each other are one clock's: they stray more than right ones, for part of the light is lost at the ends of the day. */
  alike: 12 * MINUTE_MS,
  /** Of the interval: finer than that no interpolation between two lags goes. */
  leastShare: 0.25,
  /** A window whose detail agrees less than this at its best lag says nothing. */
  leastAgreement: 0.4,
  /** Lags are looked at by this first: what agrees at one agrees at the next too. */
  coarse: 0.5 * HOUR_MS,
  /** A single window has to be clearer. */
  leastAlone: 25 * MINUTE_MS,
  /** Wrong zones and forgotten summer times are off by half hours; what lies so near to one is taken for it. */
  halfHour: 30 * MINUTE_MS,
  /** Of sixty right clocks none strayed by more: clouds reach a station up to so much before or after a roof. */
  snap: 4.5 * MINUTE_MS,
  /**
   * First and last light have to be off the same way, each by this part of what the detail says: a shadow moves one end of the day, a clock both.
   * No more of it, for where direct light has to be told from the whole an edge may be off by twenty minutes.
   */
  edgeShare: 0.1,
} as const;

/**
 * How far the stamps of a production are off the sun, span by span: the lag at which the fine detail of what was measured fits that of
 * what was expected best (cross-correlation of high-passed series), in windows of ten days, and where it changed.
 * Neither a level nor a slow loss moves it: shade, dirt, a dead string and a wrong scale leave the detail where it is.
 * @param measuredW and `expectedW` on the same grid; NaN where missing
 * @returns spans over the whole grid, in order; one of 0 where the clock is right or can't be told
 */
export function clockSpans(measuredW: Float64Array, expectedW: Float64Array, grid: Grid): ClockSpan[] {
  const reach = Math.max(1, Math.round(CLOCK.detail / grid.stepMs));
  const measured = detailOf(measuredW, reach);
  const expected = detailOf(expectedW, reach);
  const size = Math.min(grid.count, Math.round(CLOCK.window / grid.stepMs));
  const windows: Window[] = [];
  for (let from = 0; from + size <= grid.count; from += size) {
    const lag = bestLag(measured, expected, from, from + size, grid.stepMs);
    if (lag !== null) windows.push({ from, lateMs: lag });
  }
  const pieces = pieceWise(windows, grid.stepMs);
  const spans = pieces.map((piece, k): ClockSpan => {
    const lateMs = median(piece.map((window) => window.lateMs));
    const spreadMs = median(piece.map((window) => Math.abs(window.lateMs - lateMs)));
    const from = k === 0 ? 0 : changeDay(measured, expected, pieces[k - 1], piece, size, grid);
    const believed = isOff(lateMs, spreadMs, piece.length, grid.stepMs);
    return { from, to: grid.count, lateMs: believed ? snapped(lateMs) : 0, spreadMs, windows: piece.length };
  });
  for (let k = 1; k < spans.length; k++) spans[k - 1].to = spans[k].from;
  for (const span of spans) if (span.lateMs !== 0 && !edgesAgree(span, measuredW, expectedW, grid)) span.lateMs = 0;
  return spans.length > 0 ? joined(spans) : [{ from: 0, to: grid.count, lateMs: 0, spreadMs: 0, windows: 0 }];
}

interface Window {
  from: number;
  lateMs: number;
}

/** A series less its moving mean. */
function detailOf(values: Float64Array, reach: number): Float64Array {
  const out = new Float64Array(values.length);
  let sum = 0;
  let count = 0;
  const add = (i: number, sign: 1 | -1) => {
    if (i < 0 || i >= values.length || Number.isNaN(values[i])) return;
    sum += sign * values[i];
    count += sign;
  };
  for (let i = 0; i < reach; i++) add(i, 1);
  for (let i = 0; i < values.length; i++) {
    add(i + reach, 1);
    add(i - reach - 1, -1);
    out[i] = values[i] - sum / Math.max(1, count);
  }
  return out;
}

/** So many of the best half hours are looked at closely. */
const MOST_PEAKS = 4;

/** The lag of the best agreement in a window, ms; null where nothing agrees well, or the best is at the end of what is looked at. */
function bestLag(measured: Float64Array, expected: Float64Array, from: number, to: number, stepMs: number): number | null {
  const most = Math.round(CLOCK.most / stepMs);
  const last = 2 * most;
  const agreement = new Map<number, number>();
  const agree = (k: number) => {
    const known = agreement.get(k) ?? correlation(measured, expected, from, to, k - most);
    agreement.set(k, known);
    return known;
  };
  // Detail agrees over an hour and more: half hours first, then what lies between about the best of them.
  const stride = Math.max(1, Math.round(CLOCK.coarse / stepMs));
  const coarse = Array.from({ length: Math.floor(last / stride) + 1 }, (_, k) => k * stride);
  const near = coarse.sort((a, b) => agree(b) - agree(a)).slice(0, MOST_PEAKS);
  let best = near[0];
  for (const peak of near)
    for (let k = Math.max(0, peak - stride + 1); k < Math.min(last + 1, peak + stride); k++) if (agree(k) > agree(best)) best = k;
  if (agree(best) < CLOCK.leastAgreement || best === 0 || best === last) return null;
  const [before, at, after] = [agree(best - 1), agree(best), agree(best + 1)];
  return (best - most + between(before, at, after, correlation(expected, expected, from, to, 1))) * stepMs;
}

/** Hundredths of an interval. */
const FINE = 100;

/**
 * Where between two lags the agreement is best, in intervals. A mean over an interval that is shifted by a part of one is shared between
 * two; so is the expected here, and its agreement follows from those at the whole lags.
 * @param next agreement of the expected with itself one interval later
 */
function between(before: number, at: number, after: number, next: number): number {
  let best = { part: 0, agreement: at };
  for (let k = -FINE; k <= FINE; k++) {
    const part = Math.abs(k) / FINE;
    const shared = (1 - part) * at + part * (k < 0 ? before : after);
    const agreement = shared / Math.sqrt((1 - part) ** 2 + part ** 2 + 2 * part * (1 - part) * next);
    if (agreement > best.agreement) best = { part: k / FINE, agreement };
  }
  return best.part;
}

/** Of the measured at i and the expected at i − lag. */
function correlation(measured: Float64Array, expected: Float64Array, from: number, to: number, lag: number): number {
  let both = 0;
  let ofMeasured = 0;
  let ofExpected = 0;
  for (let i = Math.max(from, from + lag); i < Math.min(to, to + lag); i++) {
    const [a, b] = [measured[i], expected[i - lag]];
    if (Number.isNaN(a) || Number.isNaN(b)) continue;
    both += a * b;
    ofMeasured += a * a;
    ofExpected += b * b;
  }
  return ofMeasured > 0 && ofExpected > 0 ? both / Math.sqrt(ofMeasured * ofExpected) : 0;
}

/** Windows cut where the lag jumps: the cut that lowers the sum of deviations most, again on both sides, while it is a jump. */
function pieceWise(windows: readonly Window[], stepMs: number): Window[][] {
  if (windows.length < 2) return windows.length === 0 ? [] : [[...windows]];
  const cost = (part: readonly Window[]) => {
    const middle = median(part.map(({ lateMs }) => lateMs));
    return part.reduce((sum, { lateMs }) => sum + Math.abs(lateMs - middle), 0);
  };
  let best = { at: 0, cost: cost(windows) };
  const whole = best.cost;
  for (let at = 1; at < windows.length; at++) {
    const split = cost(windows.slice(0, at)) + cost(windows.slice(at));
    if (split < best.cost) best = { at, cost: split };
  }
  const [before, after] = [windows.slice(0, best.at), windows.slice(best.at)];
  if (best.at === 0 || Math.min(before.length, after.length) === 0) return [[...windows]];
  const jump = Math.abs(median(before.map(({ lateMs }) => lateMs)) - median(after.map(({ lateMs }) => lateMs)));
  // A jump pays for itself where it explains at least one whole window of it beyond the scatter.
  if (jump < least(stepMs) || whole - best.cost < jump) return [[...windows]];
  return [...pieceWise(before, stepMs), ...pieceWise(after, stepMs)];
}

/** The day on which the lag changed: before it the days agree better at the earlier lag, after it at the later one. */
function changeDay(
  measured: Float64Array,
  expected: Float64Array,
  before: readonly Window[],
  after: readonly Window[],
  size: number,
  grid: Grid,
): number {
  const steps = Math.max(1, Math.round(DAY_MS / grid.stepMs));
  const lagOf = (windows: readonly Window[]) => Math.round(median(windows.map(({ lateMs }) => lateMs)) / grid.stepMs);
  const [early, late] = [lagOf(before), lagOf(after)];
  const from = before[before.length - 1].from;
  const to = Math.min(grid.count, after[0].from + size);
  let gain = 0;
  let best = { at: after[0].from, gain: Number.NEGATIVE_INFINITY };
  for (let day = from; day + steps <= to; day += steps) {
    if (gain > best.gain) best = { at: day, gain };
    gain += correlation(measured, expected, day, day + steps, early) - correlation(measured, expected, day, day + steps, late);
  }
  return best.at;
}

function isOff(lateMs: number, spreadMs: number, windows: number, stepMs: number): boolean {
  // The median's error from the spread (1.25 deviations over the root of their number; a deviation is 1.48 median ones).
  const error = (1.25 * 1.48 * spreadMs) / Math.sqrt(windows);
  const bar = windows === 1 ? Math.max(CLOCK.leastAlone, least(stepMs)) : least(stepMs);
  return Math.abs(lateMs) > Math.max(bar, 4 * error);
}

/** Whether the ends of the days moved as the detail did; what can't be seen of them denies nothing. */
function edgesAgree({ from, to, lateMs }: ClockSpan, measuredW: Float64Array, expectedW: Float64Array, grid: Grid): boolean {
  const { firstMs, lastMs } = edgeLags(measuredW, expectedW, grid, from, to);
  return [firstMs, lastMs].every((ms) => Number.isNaN(ms) || ms * Math.sign(lateMs) >= CLOCK.edgeShare * Math.abs(lateMs));
}

function least(stepMs: number): number {
  return Math.max(CLOCK.least, CLOCK.leastShare * stepMs);
}

function snapped(lateMs: number): number {
  const half = Math.round(lateMs / CLOCK.halfHour) * CLOCK.halfHour;
  return half !== 0 && Math.abs(lateMs - half) <= CLOCK.snap ? half : Math.round(lateMs / MINUTE_MS) * MINUTE_MS;
}

/** Neighbours that are off by nearly the same are one, at the time that more windows say. */
function joined(spans: readonly ClockSpan[]): ClockSpan[] {
  const out: ClockSpan[] = [];
  for (const span of spans) {
    const last = out.at(-1);
    const alike =
      last && (last.lateMs === span.lateMs || (last.lateMs * span.lateMs > 0 && Math.abs(last.lateMs - span.lateMs) < CLOCK.alike));
    if (last && alike) {
      last.to = span.to;
      if (span.windows > last.windows) last.lateMs = span.lateMs;
      last.windows += span.windows;
      last.spreadMs = Math.max(last.spreadMs, span.spreadMs);
    } else out.push({ ...span });
  }
  return out;
}

/**
 * Values put back to the sun's time: what carries a stamp too late moves earlier, a part of an interval shared between two. What comes
 * to lie outside its span isn't known.
 */
export function atTrueTime(values: Float64Array, spans: readonly ClockSpan[], stepMs: number): Float64Array {
  const out = new Float64Array(values.length).fill(Number.NaN);
  for (const { from, to, lateMs } of spans) {
    const by = lateMs / stepMs;
    const whole = Math.floor(by);
    const part = by - whole;
    for (let i = Math.max(0, from - whole - 1); i < Math.min(values.length, to - whole); i++) {
      const [a, b] = [i + whole, i + whole + 1];
      if (a < from || a >= to) continue;
      out[i] = part === 0 ? values[a] : b < to ? (1 - part) * values[a] + part * values[b] : Number.NaN;
    }
  }
  return out;
}
