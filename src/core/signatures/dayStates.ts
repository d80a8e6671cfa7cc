import { DAY_PARTS, dayTotal, type PartTotals } from "../comparison/dayTotals";

/**
 * Which strings are cut off and whether snow covers the array, day by day, from the level of the
 * output alone. A most-likely-path search (Viterbi 1967): each day has a cost under each state, by how
 * far the measured energy is from what the state predicts; changes of state cost too, so a day's
 * weather doesn't look like a fault and a fault doesn't look like weather.
 */

/** A set of strings that may be cut off together, with the output it leaves. */
export interface StringState {
  cut: ReadonlySet<string>;
  /** Predicted energy by day and part. */
  predicted: PartTotals;
}

export interface DayStatesInput {
  /** Entry 0 is the array with nothing cut off. */
  states: readonly StringState[];
  measured: PartTotals;
  /** Energy by day, kWh per kWp: dull days tell less. */
  yieldKwhPerKwp: Float64Array;
  /** Highest stand of the sun on each day, degrees: with a low sun, models of tilted light differ most. */
  noonElevationDeg: Float64Array;
  /** 1 for days on which snow may lie; `fresh` after snowfall. */
  snowPossible: Uint8Array;
  snowFresh: Uint8Array;
}

export interface DayStates {
  /** Index of the string state of each day. */
  strings: Int16Array;
  /** 1 where snow covers, wholly or in part. */
  covered: Uint8Array;
  /** Measured over predicted on healthy days: the unit's own ratio. */
  healthyRatio: number;
  /** How much worse the best path without any cut-off string explains the days (log odds). */
  gain: number;
}

const COST = {
  /** Change of the set of strings that work. */
  stringChange: 10,
  /** A string cut off from the first day on. */
  stringFromStart: 5,
  coverStart: 3,
  coverWithoutFreshSnow: 5,
  coverEnd: 0.5,
  /** A covered day, whatever its output: worse than a fair fit, better than a bad one. */
  covered: 2.2,
  dayCap: 9,
  partCap: 5,
} as const;

const CALIBRATION = { from: 0.84, to: 1.16, step: 0.02, sigma: 0.05, days: 6 } as const;

export function findDayStates(input: DayStatesInput): DayStates {
  let best: { path: Path; ratio: number; cost: number } | null = null;
  let bestWithout = Number.POSITIVE_INFINITY;
  for (let ratio = CALIBRATION.from; ratio <= CALIBRATION.to + 1e-9; ratio += CALIBRATION.step) {
    const prior = (CALIBRATION.days * (Math.log(ratio) / CALIBRATION.sigma) ** 2) / 2;
    const path = likeliestPath(input, ratio, input.states.length);
    if (!best || path.cost + prior < best.cost) best = { path, ratio, cost: path.cost + prior };
    bestWithout = Math.min(bestWithout, likeliestPath(input, ratio, 1).cost + prior);
  }
  const { path, ratio, cost } = best as NonNullable<typeof best>;
  return { strings: path.strings, covered: path.covered, healthyRatio: ratio, gain: bestWithout - cost };
}

interface Path {
  strings: Int16Array;
  covered: Uint8Array;
  cost: number;
}

/** State index = string state × 2 + covered. */
function likeliestPath(input: DayStatesInput, ratio: number, stringStates: number): Path {
  const rows = input.yieldKwhPerKwp.length;
  const width = stringStates * 2;
  let costs = Array.from({ length: width }, (_, s) => (s >= 2 ? COST.stringFromStart : 0) + (s % 2 ? COST.coverStart : 0));
  const cameFrom: Int16Array[] = [];
  for (let row = 0; row < rows; row++) {
    const back = new Int16Array(width);
    const next = new Array<number>(width);
    const startCover = input.snowFresh[row] ? COST.coverStart : COST.coverStart + COST.coverWithoutFreshSnow;
    for (let s = 0; s < width; s++) {
      const emission = s % 2 ? coveredCost(input, row, s >> 1, ratio) : dayCost(input, row, s >> 1, ratio);
      let lowest = Number.POSITIVE_INFINITY;
      for (let p = 0; p < width; p++) {
        const cover = (s % 2) - (p % 2);
        const change = (s >> 1 === p >> 1 ? 0 : COST.stringChange) + (cover > 0 ? startCover : cover < 0 ? COST.coverEnd : 0);
        if (costs[p] + change < lowest) {
          lowest = costs[p] + change;
          back[s] = p;
        }
      }
      next[s] = lowest + emission;
    }
    cameFrom.push(back);
    costs = next;
  }
  let state = costs.indexOf(Math.min(...costs));
  const path: Path = { strings: new Int16Array(rows), covered: new Uint8Array(rows), cost: costs[state] };
  for (let row = rows - 1; row >= 0; row--) {
    path.strings[row] = state >> 1;
    path.covered[row] = state % 2;
    state = cameFrom[row][state];
  }
  return path;
}

/** Snow can hide any share of the output, but an array under snow never gives more than it would without. */
function coveredCost(input: DayStatesInput, row: number, state: number, ratio: number): number {
  if (!input.snowPossible[row]) return Number.POSITIVE_INFINITY;
  const most = dayTotal(input.states[state].predicted, row) * ratio;
  const measured = dayTotal(input.measured, row);
  return COST.covered + (measured > most && most > 0 ? deviation(measured, most, 0.06, COST.dayCap) : 0);
}

/** Cost of a day under a string state: half a squared deviation in logarithm, capped, for the day and its parts. */
function dayCost(input: DayStatesInput, row: number, state: number, ratio: number): number {
  const { predicted } = input.states[state];
  const expected = dayTotal(predicted, row) * ratio;
  if (!(expected > 0)) return 0;
  // On a dull day the split of light and the low end of the inverter's curve leave more in doubt.
  const dull = Math.exp(-input.yieldKwhPerKwp[row] / 0.7) + Math.exp(-Math.max(0, input.noonElevationDeg[row]) / 8);
  const cost = deviation(dayTotal(input.measured, row), expected, 0.06 + 0.2 * dull, COST.dayCap);
  let parts = 0;
  let judged = 0;
  for (let part = 0; part < DAY_PARTS; part++) {
    const partExpected = predicted[row * DAY_PARTS + part] * ratio;
    if (partExpected < 0.12 * expected) continue;
    parts += deviation(input.measured[row * DAY_PARTS + part], partExpected, 0.13 + 0.25 * dull, COST.partCap);
    judged++;
  }
  return cost + (judged > 0 ? (0.6 * parts) / judged : 0);
}

function deviation(measured: number, expected: number, sigma: number, cap: number): number {
  const x = Math.log(Math.max(measured, 0.01 * expected) / expected) / sigma;
  return Math.min((x * x) / 2, cap);
}
