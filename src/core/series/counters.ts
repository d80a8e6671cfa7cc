/** How the values of an energy stand to each other. */
export type EnergyForm = "interval" | "counter" | "day-counter";

/** What is read of a counter between two readings, and what had to be put right for it. */
export interface CounterSteps {
  /** Entry i is what was counted from reading i to the next; NaN where either is missing, and at the last. */
  steps: Float64Array;
  /** Places of readings that fell: the counter was changed, reset or went round. */
  resets: number[];
}

/** A counter never falls but where it is reset: of the steps of an interval's energies nearly half fall. */
const MOST_FALLS = 0.02;
/** Of a counter of the day at most this part of the steps between days doesn't begin anew. */
const LEAST_DAY_RESETS = 0.8;
/** Under so many rising steps nothing is said. */
const LEAST_RISES = 4;
/** Of the most that a counter of the day shows; it begins anew at nothing, or with its first reading. */
const ANEW = 0.02;
/** A counter of the day rises so many times, at least, for each time that it begins anew. */
const RISES_A_FALL = 4;

/**
 * Tells how energies stand to each other: whether each is an interval's own, or a counter that grows on, or one that begins anew each day.
 * @param values in order of time, NaN where missing
 * @param dayOf a number for the day of each value on the clock of the file
 */
export function tellEnergyForm(values: Float64Array, dayOf: (i: number) => number): EnergyForm {
  let [rises, falls, dayFalls, days] = [0, 0, 0, 0];
  let most = 0;
  let previous = Number.NaN;
  let previousDay = Number.NaN;
  for (let i = 0; i < values.length; i++) {
    const value = values[i];
    if (Number.isNaN(value)) continue;
    most = Math.max(most, value);
    if (!Number.isNaN(previous)) {
      const newDay = dayOf(i) !== previousDay;
      if (newDay) days++;
      if (value > previous) rises++;
      else if (value < previous) {
        falls++;
        if (newDay || value <= ANEW * most) dayFalls++;
      }
    }
    previous = value;
    previousDay = dayOf(i);
  }
  if (rises < LEAST_RISES) return "interval";
  const daily = days > 0 && falls >= LEAST_DAY_RESETS * days && falls <= 1.5 * days + 1 && dayFalls >= LEAST_DAY_RESETS * falls;
  if (daily && rises > RISES_A_FALL * falls) return "day-counter";
  return falls <= Math.max(MOST_FALLS * (rises + falls), rises > 50 ? 1 : 0) ? "counter" : "interval";
}

/**
 * What a counter counted between its readings.
 * @param mostPerStep a step over it is no energy but another counter; the step is then missing
 * @param daily whether it begins anew each day: what it shows after that counts from nothing
 */
export function counterSteps(values: Float64Array, mostPerStep: number, daily: boolean): CounterSteps {
  const steps = new Float64Array(values.length).fill(Number.NaN);
  const resets: number[] = [];
  for (let i = 0; i + 1 < values.length; i++) {
    const step = values[i + 1] - values[i];
    if (Number.isNaN(step)) continue;
    if (step >= 0) steps[i] = step <= mostPerStep ? step : Number.NaN;
    else {
      resets.push(i + 1);
      // From nothing to what it shows now, unless that is more than could have come.
      steps[i] = values[i + 1] <= mostPerStep && (daily || values[i + 1] >= 0) ? values[i + 1] : Number.NaN;
    }
    if (step > mostPerStep) resets.push(i + 1);
  }
  return { steps, resets };
}

/** A counter that only grows, from one that was reset: what it had shown before is added. NaN stays. */
export function withoutResets(values: Float64Array): { values: Float64Array; resets: number[] } {
  const out = new Float64Array(values.length);
  const resets: number[] = [];
  let before = 0;
  let last = Number.NaN;
  for (let i = 0; i < values.length; i++) {
    if (values[i] < last) {
      before += last;
      resets.push(i);
    }
    if (!Number.isNaN(values[i])) last = values[i];
    out[i] = values[i] + before;
  }
  return { values: out, resets };
}

/** A counter from energies of intervals: each entry is what had been counted at the beginning of its interval. */
export function accumulated(values: Float64Array): Float64Array {
  const out = new Float64Array(values.length);
  let sum = 0;
  for (let i = 0; i < values.length; i++) {
    out[i] = sum;
    if (!Number.isNaN(values[i])) sum += values[i];
  }
  return out;
}
