import type { Comparison } from "../../comparison/compare";
import { leastSquares } from "../leastSquares";
import { intervalKwh, type Signature, type UnitState } from "../signature";

/** Rain of a day that may wash, mm: the one of these that fits best is taken (light rain only wets, Kimber et al. 2006). */
const WASHES_MM = [3, 6, 12];
/** Days that say something: so much of the brightest one's energy, and no outage or snow. */
const LEAST_DAY_SHARE = 0.3;
const LEAST_LEVEL = 0.5;
const LEAST_DAYS = 60;
/** Of the rating: from here on an inverter may be holding back. */
const FLAT_SHARE = 0.97;
/** Days that follow each other err alike: so many count as one. */
const DAYS_AS_ONE = 3;
/** What a slope in dry spells has to explain beyond a level with a season (logarithm of likelihoods), and to cost in the mean. */
const LEAST_GAIN = 8;
const LEAST_LOSS = 0.012;
/** Dirt gathers no longer than this without a limit, days. */
const MOST_DAYS = 90;
const YEAR_DAYS = 365.25;

interface Fit {
  perDay: number;
  washesMm: number;
  gain: number;
  /** Days since the last rain that washed, by row. */
  dry: Float64Array;
}

/**
 * `soiling`: a unit's output sinks day by day in dry weather and is back after a rain that washes, beyond what the season does.
 * Needs the rain.
 */
export function detectSoiling(comparison: Comparison, states: readonly UnitState[]): Signature[] {
  const { weather } = comparison;
  if (!weather.rainMm) return [];
  const fits = states.map((state) => ({ state, fit: bestFit(comparison, state) }));
  const dirty = fits.flatMap(({ state, fit }) => (fit ? [{ state, fit }] : []));
  if (dirty.length === 0) return [];
  // Dust falls on a whole site; where one unit alone sinks it is that unit's.
  const groups =
    dirty.length === states.length
      ? [{ scope: "site", members: dirty }]
      : dirty.map((one) => ({ scope: one.state.unit.scope, members: [one] }));
  return groups.map(({ scope, members }) => signatureOf(comparison, scope, members));
}

function signatureOf(comparison: Comparison, scope: string, members: readonly { state: UnitState; fit: Fit }[]): Signature {
  const { days, grid } = comparison;
  let lossKwh = 0;
  for (const { state, fit } of members) {
    for (let row = 0; row < days.days.length; row++) {
      const lost = fit.perDay * fit.dry[row];
      for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++)
        // At the rating dirt takes nothing: there is more than the inverter passes on.
        if (
          state.unit.measuredW[i] < FLAT_SHARE * state.unit.acRatedW &&
          state.unusable[i] === 0 &&
          state.claimed[i] === 0 &&
          state.unit.measuredW[i] > 0
        )
          lossKwh += intervalKwh((state.unit.measuredW[i] * lost) / (1 - lost), grid.stepMs);
    }
  }
  const { fit } = [...members].sort((a, b) => b.fit.gain - a.fit.gain)[0];
  const first =
    days.firsts[
      Math.max(
        0,
        Array.from(fit.dry).findIndex((dry) => dry > 0),
      )
    ];
  return {
    ...{ cause: "soiling", scope, from: first, to: null, lossKwh },
    evidence: [
      {
        text: `The output sinks by ${(fit.perDay * 100).toFixed(2)} % a dry day and is back after ${fit.washesMm} mm of rain in a day`,
        weight: Math.min(7, 2 + fit.gain / 4),
      },
    ],
    nextTest: "A look from the ground at the lower edges; then one module wiped and its current held against its neighbour's",
    told: { pctPerDay: Math.round(fit.perDay * 10_000) / 100 },
  };
}

function bestFit(comparison: Comparison, state: UnitState): Fit | null {
  const levels = dailyLevels(comparison, state);
  const known = Array.from(levels).flatMap((level, row) => (level > 0 ? [row] : []));
  if (known.length < LEAST_DAYS) return null;
  const values = known.map((row) => Math.log(levels[row]));
  const warmths = dailyWarmth(comparison);
  // Heat makes dry days worse too: what goes with it isn't dirt's.
  const season = known.map((row) => {
    const angle = (2 * Math.PI * comparison.days.days[row]) / YEAR_DAYS;
    const warmth = warmths[row];
    return comparison.days.days.length > YEAR_DAYS / 2 ? [1, warmth, Math.cos(angle), Math.sin(angle)] : [1, warmth];
  });
  const without = leastSquares(season, values);
  if (!without) return null;
  let best: Fit | null = null;
  for (const washesMm of WASHES_MM) {
    const dry = dryDays(comparison, washesMm);
    const withDirt = leastSquares(
      season.map((row, k) => [...row, dry[known[k]]]),
      values,
    );
    if (!withDirt) continue;
    const perDay = -(withDirt.coefficients.at(-1) as number);
    const gain = (known.length / DAYS_AS_ONE / 2) * Math.log(without.error / withDirt.error);
    if (!best || gain > best.gain) best = { perDay, washesMm, gain, dry };
  }
  if (!best || best.gain < LEAST_GAIN || !(best.perDay > 0)) return null;
  const { dry, perDay } = best;
  const mean = known.reduce((sum, row) => sum + perDay * dry[row], 0) / known.length;
  return mean >= LEAST_LOSS ? best : null;
}

/** Measured over expected of each bright day; 0 where it says nothing. */
function dailyLevels({ days }: Comparison, { unit, unusable, claimed, aliveW }: UnitState): Float64Array {
  const out = new Float64Array(days.days.length);
  const expected = new Float64Array(out.length);
  for (let row = 0; row < out.length; row++) {
    let measured = 0;
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      if (unusable[i] !== 0 || claimed[i] !== 0 || !(aliveW[i] > 0) || unit.expectedW[i] >= FLAT_SHARE * unit.acRatedW) continue;
      measured += unit.measuredW[i];
      expected[row] += aliveW[i];
    }
    out[row] = expected[row] > 0 ? measured / expected[row] : 0;
  }
  const brightest = Math.max(...expected);
  return out.map((level, row) => (expected[row] >= LEAST_DAY_SHARE * brightest && level > LEAST_LEVEL ? level : 0));
}

/** Mean air temperature of each day, tens of °C. */
function dailyWarmth({ days, weather }: Comparison): Float64Array {
  return Float64Array.from({ length: days.days.length }, (_, row) => {
    let [sum, count] = [0, 0];
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      if (Number.isNaN(weather.airTempC[i])) continue;
      sum += weather.airTempC[i];
      count++;
    }
    return count > 0 ? sum / count / 10 : 0;
  });
}

function dryDays({ days, weather }: Comparison, washesMm: number): Float64Array {
  const out = new Float64Array(days.days.length);
  let dry = 0;
  for (let row = 0; row < out.length; row++) {
    let rain = 0;
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) rain += weather.rainMm?.[i] || 0;
    dry = rain >= washesMm ? 0 : Math.min(MOST_DAYS, dry + 1);
    out[row] = dry;
  }
  return out;
}
