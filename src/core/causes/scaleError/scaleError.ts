import { median } from "simple-statistics";
import { type Comparison, withProduction } from "../../comparison/compare";
import { InverterCurve } from "../../electrical/inverter";
import { intervalKwh } from "../../series/energy";
import type { Signature } from "../../signatures/signature";
import type { Inverter } from "../../site/siteSchema";

/** Two meters of one energy that differ by more than this, and always by the same, don't both measure: their own errors are 1 to 3 %. */
const LEAST_LOG = 0.07;
/** How alike the days have to be: a factor is one, a fault isn't. */
const MOST_SPREAD = 0.02;
/** Of the rating: under it both are mostly their own consumption. */
const LEAST_LOAD = 0.1;
const LEAST_DAYS = 5;
const WEIGHT = 6.5;

interface Factor {
  /** First row of the day index with it. */
  row: number;
  factor: number;
  spread: number;
  days: number;
}

/**
 * Wrong factors, by two meters of one energy: what an inverter says of its two sides, and what a meter says of all inverters. An inverter's
 * AC power is put right on a copy where it is the wrong one; what it seemed to lose is told.
 */
export function rightScale(comparison: Comparison): { comparison: Comparison; signatures: Signature[] } {
  const { grid, production, days } = comparison;
  const signatures: Signature[] = [];
  const channels = new Map(production.channels);
  for (const inverter of comparison.site.inverters) {
    const [ac, dc] = [channels.get(`${inverter.id}.ac_w`), channels.get(`${inverter.id}.dc_w`)];
    if (!ac || !dc || inverter.kind === "micro") continue;
    const ratioAt = efficiencyAt(inverter, ac, dc);
    const found = factorOf(daily(days.firsts, grid.count, ratioAt));
    if (!found || !fitsExpected(comparison, inverter, found)) continue;
    const from = onsetOf(days.firsts, found, ratioAt);
    const right = ac.map((watts, i) => (i >= from ? watts / found.factor : watts));
    let apparentKwh = 0;
    for (let i = from; i < grid.count; i++) if (!Number.isNaN(ac[i])) apparentKwh += intervalKwh(right[i] - ac[i], grid.stepMs);
    channels.set(`${inverter.id}.ac_w`, right);
    signatures.push(
      signatureOf(inverter.id, found, from, apparentKwh, `${inverter.id} says ${pct(found.factor)} of what its DC side gives`),
    );
  }
  for (const unit of comparison.units) {
    const { inverters, measuredBy, scope } = unit;
    const ac = channels.get(measuredBy);
    if (inverters.length !== 1 || !measuredBy.endsWith(".ac_w") || !ac || signatures.some((one) => one.scope === scope)) continue;
    const ratioAt = levelAt(unit);
    const { azimuthDeg } = comparison.expected.sun;
    const half = (isIt: (azimuth: number) => boolean) => daily(days.firsts, grid.count, (i) => (isIt(azimuthDeg[i]) ? ratioAt(i) : null));
    const [mornings, evenings] = [half((azimuth) => azimuth < 180), half((azimuth) => azimuth >= 180)];
    const leans = mornings.map((level, row) => Math.abs(Math.log(level / evenings[row])));
    const found = unitFactorOf(daily(days.firsts, grid.count, ratioAt), leans);
    if (!found) continue;
    const from = onsetOf(days.firsts, found, ratioAt);
    const right = ac.map((watts, i) => (i >= from ? watts / found.factor : watts));
    let apparentKwh = 0;
    for (let i = from; i < grid.count; i++) if (!Number.isNaN(ac[i])) apparentKwh += intervalKwh(right[i] - ac[i], grid.stepMs);
    channels.set(measuredBy, right);
    signatures.push(
      signatureOf(scope, found, from, apparentKwh, `${scope} reports ${found.factor} times what the light gives, as another unit would`),
    );
  }
  const meter = [...channels].find(([name]) => /^meter\..*\.kwh$/.test(name));
  if (meter && comparison.units.every(({ measuredBy }) => measuredBy.endsWith(".ac_w"))) {
    const found = factorOf(dailyMeter(comparison, meter[1]));
    if (found)
      signatures.push(
        signatureOf("site", found, days.firsts[found.row], 0, `${meter[0]} counts ${pct(found.factor)} of what the inverters give`),
      );
  }
  return signatures.length === 0 ? { comparison, signatures } : { comparison: withProduction(comparison, { grid, channels }), signatures };
}

const pct = (factor: number) => `${(factor * 100).toFixed(factor < 0.1 ? 1 : 0)} %`;

function signatureOf(scope: string, { factor, spread, days }: Factor, from: number, lossKwh: number, text: string): Signature {
  return {
    ...{ cause: "scale-error", scope, from, to: null, lossKwh },
    evidence: [{ text: `${text}, alike on ${days} days within ${(spread * 100).toFixed(1)} %`, weight: WEIGHT }],
    nextTest: "The counter on the device's own display over an hour, against the file; then transformer ratio and unit in the settings",
    told: { factor: Math.round(factor * 10_000) / 10_000 },
  };
}

/** Factors between units in use: kW for W, MW for kW, Wh of an interval for W and the like. */
const UNIT_FACTORS = [1000, 0.001, 60, 1 / 60, 12, 1 / 12, 3.6, 1 / 3.6, 3600, 1 / 3600, 4, 0.25] as const;
/** A day belongs to a factor where its level is so near to it (as a logarithm); so many of the days have to. */
const NEAR_LOG = 0.35;
/** The further off the unit, the less anything else could be it: half an array in kW for W is still that. As a part of the factor's logarithm. */
const NEAR_PART = 0.12;
const NEAR_SHARE = 0.85;
/** Factors near one are what faults make; from here on only another unit does. */
const LEAST_UNIT_LOG = 1;
/** Several faults together still come down to a quarter: up to here, as a logarithm, days have to be as alike as those of a factor are, and so near to it. */
const [FAR_LOG, ALIKE_LOG] = [2, 0.1];

/** Two powers of one interval that should be one; null where there is too little of them. */
type RatioAt = (i: number) => [number, number] | null;

/** Measured against expected. */
function levelAt({ measuredW, expectedW, nameplateW }: Comparison["units"][number]): RatioAt {
  return (i) => (expectedW[i] > LEAST_LOAD * nameplateW && !Number.isNaN(measuredW[i]) ? [measuredW[i], expectedW[i]] : null);
}

/** The interval in which a factor begins, in its first day or the one before: where the intervals before fit one best, and those after it the factor. */
function onsetOf(firsts: ArrayLike<number>, { row, factor }: Factor, ratioAt: RatioAt): number {
  if (row === 0) return firsts[0];
  const off = (log: number) => Math.min(1, Math.abs(log));
  let [cost, least, onset, pending] = [0, 0, firsts[row - 1], false];
  for (let i = firsts[row - 1]; i < firsts[row + 1]; i++) {
    const pair = ratioAt(i);
    if (!pair) continue;
    // What is too little to tell lies between: an evening to the day before it, a morning to its own.
    if (pending) onset = i >= firsts[row] && onset < firsts[row] ? firsts[row] : i;
    const log = Math.log(Math.max(1e-9, pair[0] / pair[1]));
    cost += off(log) - off(log - Math.log(factor));
    pending = cost < least;
    if (pending) [least, onset] = [cost, i];
  }
  return onset;
}

/** Mornings and afternoons of another unit differ by no more than this, as a logarithm: what shadows take belongs to one of them. */
const MOST_LEAN = 0.2;

/**
 * The factor of another unit that days carry from one on to the end; null where there is none.
 * @param levels measured over expected, by day, and `leans` by how much its morning and its afternoon differ, as a logarithm
 */
function unitFactorOf(levels: Float64Array, leans: Float64Array): Factor | null {
  const known = Array.from(levels).flatMap((level, row) => (level > 0 ? [{ row, log: Math.log(level) }] : []));
  for (const factor of UNIT_FACTORS) {
    const log = Math.log(factor);
    if (Math.abs(log) < LEAST_UNIT_LOG) continue;
    const reach = Math.max(NEAR_LOG, NEAR_PART * Math.abs(log));
    const first = firstOf(known.map((day) => Math.abs(day.log - log) < reach));
    if (first < 0) continue;
    const own = known.slice(first);
    const near = own.filter((day) => Math.abs(day.log - log) < reach);
    if (near.length < LEAST_DAYS || near.length < NEAR_SHARE * own.length) continue;
    const spread = median(near.map((day) => Math.abs(day.log - log)));
    if (Math.abs(log) < FAR_LOG) {
      const known = near.map(({ row }) => leans[row]).filter(Number.isFinite);
      if (spread > ALIKE_LOG || (known.length > 0 && median(known) > MOST_LEAN)) continue;
    }
    return { row: first === 0 ? 0 : known[first].row, factor, spread, days: near.length };
  }
  return null;
}

/** Where marks begin for good: as few as can be before, and as few gaps as can be after; −1 where there are none. A snowed-in day has the level of another unit too. */
function firstOf(marks: readonly boolean[]): number {
  let cost = marks.filter((mark) => !mark).length;
  let best = { at: 0, cost };
  marks.forEach((mark, at) => {
    cost += mark ? 1 : -1;
    if (cost < best.cost) best = { at: at + 1, cost };
  });
  const first = marks.indexOf(true, best.at);
  return first;
}

/** AC against what the DC side should make. */
function efficiencyAt(inverter: Inverter, ac: Float64Array, dc: Float64Array): RatioAt {
  const curve = new InverterCurve(inverter.acRatedW, inverter.efficiency);
  const least = LEAST_LOAD * inverter.acRatedW;
  return (i) => (dc[i] > least && !Number.isNaN(ac[i]) ? [ac[i], Math.min(curve.acW(dc[i]), inverter.acRatedW)] : null);
}

/** A meter's steps over the inverters' energy, by day. */
function dailyMeter({ grid, days, units, site }: Comparison, kwh: Float64Array): Float64Array {
  const kept = 1 - site.losses.wiringAcPct / 100;
  const rated = units.reduce((sum, { acRatedW }) => sum + acRatedW, 0);
  return daily(days.firsts, grid.count, (i) => {
    const step = kwh[i + 1] - kwh[i];
    const watts = units.reduce((sum, { measuredW }) => sum + measuredW[i], 0);
    return step >= 0 && watts > LEAST_LOAD * rated ? [step, intervalKwh(watts * kept, grid.stepMs)] : null;
  });
}

/** One over the other by day; NaN where there is too little. */
function daily(firsts: ArrayLike<number>, count: number, pair: RatioAt): Float64Array {
  const out = new Float64Array(firsts.length - 1).fill(Number.NaN);
  for (let row = 0; row < out.length; row++) {
    let [one, other, n] = [0, 0, 0];
    for (let i = firsts[row]; i < Math.min(firsts[row + 1], count); i++) {
      const values = pair(i);
      if (!values) continue;
      one += values[0];
      other += values[1];
      n++;
    }
    if (n >= 4 && other > 0) out[row] = one / other;
  }
  return out;
}

/** The factor that days carry from one on to the end, where it isn't one; null where they don't agree on it. */
function factorOf(ratios: Float64Array): Factor | null {
  const known = Array.from(ratios).flatMap((ratio, row) => (ratio > 0 ? [{ row, ratio }] : []));
  if (known.length < LEAST_DAYS) return null;
  const last = median(known.slice(-LEAST_DAYS).map(({ ratio }) => ratio));
  if (Math.abs(Math.log(last)) < LEAST_LOG) return null;
  // Back from the end for as long as the days carry the same.
  let first = known.length - 1;
  while (first > 0 && Math.abs(Math.log(known[first - 1].ratio / last)) < LEAST_LOG / 2) first--;
  const own = known.slice(first).map(({ ratio }) => ratio);
  const factor = median(own);
  const spread = median(own.map((ratio) => Math.abs(ratio / factor - 1)));
  if (own.length < LEAST_DAYS || spread > MOST_SPREAD) return null;
  return { row: first === 0 ? 0 : known[first].row, factor, spread, days: own.length };
}

/** Whether it is the AC side that is wrong: put right, it has to fit what was to be expected better than as it is. */
function fitsExpected({ units, days, grid }: Comparison, inverter: Inverter, { row, factor }: Factor): boolean {
  const unit = units.find(({ scope }) => scope === inverter.id);
  if (!unit) return false;
  let [measured, expected] = [0, 0];
  for (let i = days.firsts[row]; i < grid.count; i++) {
    if (Number.isNaN(unit.measuredW[i]) || Number.isNaN(unit.expectedW[i])) continue;
    measured += unit.measuredW[i];
    expected += unit.expectedW[i];
  }
  const level = Math.log(measured / expected);
  return Math.abs(level - Math.log(factor)) < Math.abs(level);
}
