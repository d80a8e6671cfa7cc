import type { Comparison } from "../../comparison/compare";
import type { Run } from "../../series/intervalRuns";
import { dayName } from "../../series/localDay";
import type { DayStates } from "../dayStates";
import { type Evidence, healthyW, intervalKwh, type Signature, type UnitState } from "../signature";
import { usableForLevel } from "./byLevel";

/** A level that was low from the first day on and never changed is only believed from this share up. */
const LEAST_SHARE_WITHOUT_ONSET = 0.2;
/** In dark weeks the models themselves differ by a quarter: only a larger share is believed then. */
const LEAST_SHARE_IN_THE_DARK = 0.4;
const DARK_KWH_PER_KWP_DAY = 1.2;
const LEAST_SHARE_OF_PERIOD = 0.003;

/**
 * `string-open` from string currents: the string is named.
 * @param dead stretches without current, by string
 */
export function stringOpenByCurrent(comparison: Comparison, state: UnitState, dead: ReadonlyMap<string, Run[]>): Signature[] {
  return [...dead].flatMap(([id, runs]) =>
    runs.map((run) => {
      const cut = new Set([id]);
      const withoutW = state.unit.withoutStrings(cut);
      const lossKwh = lossOver(state, comparison.grid.stepMs, run, withoutW);
      const seen = levelOver(state, run, withoutW);
      return {
        cause: "string-open" as const,
        scope: id,
        from: run.from,
        to: run.ended ? run.to : null,
        lossKwh,
        evidence: [
          { text: `${id} carried no current since ${dayOf(comparison, run.from)} although its plane was lit`, weight: 4.5 },
          {
            text: `${state.unit.scope} meanwhile gave ${seen.measured.toFixed(2)} of expected; ${seen.predicted.toFixed(2)} is left without ${id}`,
            weight: fitWeight(seen),
          },
        ],
        nextTest: nextTest(id),
      };
    }),
  );
}

/**
 * `string-open` from the level of the output: a set of strings whose loss would leave what is measured.
 * Which of several alike it is the level can't say, so the scope is the inverter.
 */
export function stringOpenByLevel(
  comparison: Comparison,
  state: UnitState,
  found: DayStates,
  cuts: readonly ReadonlySet<string>[],
  yieldKwhPerKwp: Float64Array,
): Signature[] {
  const { days, grid } = comparison;
  const { unit } = state;
  const signatures: Signature[] = [];
  const total = unit.expectedW.reduce((sum, watts) => sum + (watts || 0), 0);
  for (let row = 0; row < found.strings.length; ) {
    const which = found.strings[row];
    let end = row + 1;
    while (end < found.strings.length && found.strings[end] === which) end++;
    const cut = cuts[which];
    const firstRow = row;
    row = end;
    if (cut.size === 0) continue;
    const withoutW = unit.withoutStrings(cut);
    const run: Run = { from: onset(comparison, state, firstRow, withoutW), to: days.firsts[end], ended: end < found.strings.length };
    const seen = levelOver(state, run, withoutW);
    if (
      firstRow === 0 &&
      1 - seen.predicted <
        (meanOf(yieldKwhPerKwp.subarray(0, end)) < DARK_KWH_PER_KWP_DAY ? LEAST_SHARE_IN_THE_DARK : LEAST_SHARE_WITHOUT_ONSET)
    )
      continue;
    const lossKwh = lossOver(state, grid.stepMs, run, withoutW);
    if (lossKwh < LEAST_SHARE_OF_PERIOD * intervalKwh(total, grid.stepMs)) continue;
    const parts = cut.size === 1 ? "one string" : `${cut.size} strings`;
    const evidence: Evidence[] = [
      {
        text: `Output of ${unit.scope} is ${seen.measured.toFixed(2)} of expected; ${seen.predicted.toFixed(2)} would be left of ${unit.strings.length} strings without ${parts}`,
        weight: fitWeight(seen) + 1,
      },
      {
        text: `The days fit a lost string better than anything without one (log odds ${Math.min(found.gain, 99).toFixed(0)})`,
        weight: Math.min(3, found.gain / 8),
      },
    ];
    evidence.push(
      firstRow > 0
        ? { text: `It changed from one day to the next, on ${dayOf(comparison, run.from)}`, weight: 1.5 }
        : { text: "It was so from the first day of the data on: when it began can't be seen", weight: -0.5 },
    );
    const alike = unit.strings.map((pvString) => pvString.id).join(", ");
    signatures.push({
      cause: "string-open",
      scope: unit.strings.length === 1 ? unit.strings[0].id : unit.scope,
      from: run.from,
      to: run.ended ? run.to : null,
      lossKwh,
      evidence,
      nextTest: `Operating current of ${alike} with a clamp at the isolator in steady light: the dead one carries none`,
    });
  }
  return signatures;
}

function meanOf(values: Float64Array): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
}

function nextTest(id: string): string {
  return `Open-circuit voltage of ${id} at the isolator, load side and line side`;
}

function dayOf(comparison: Comparison, i: number): string {
  const { days } = comparison;
  const row = days.firsts.findIndex((first) => first > i) - 1;
  return dayName(days.days[Math.max(0, row)]);
}

interface Level {
  measured: number;
  predicted: number;
}

/** Share of the expected energy that was measured over a stretch, and that is left without some strings. */
function levelOver(state: UnitState, run: Run, withoutW: Float64Array): Level {
  const usable = usableForLevel(state);
  let expected = 0;
  let measured = 0;
  let without = 0;
  for (let i = run.from; i < run.to; i++) {
    if (!usable[i]) continue;
    expected += state.unit.expectedW[i];
    measured += state.unit.measuredW[i];
    without += withoutW[i];
  }
  return { measured: measured / expected, predicted: without / expected };
}

function fitWeight({ measured, predicted }: Level): number {
  const off = Math.log(measured / predicted) / 0.06;
  return Math.max(-2, 2.5 - (off * off) / 2);
}

/** What the missing strings would have added, at the unit's own ratio, over the intervals not explained otherwise. */
function lossOver(state: UnitState, stepMs: number, run: Run, withoutW: Float64Array): number {
  const { unit, unusable, claimed } = state;
  // While strings are off, what the others give is the best measure of what all would have given.
  const usable = usableForLevel(state);
  let measured = 0;
  let without = 0;
  for (let i = run.from; i < run.to; i++) {
    if (!usable[i]) continue;
    measured += unit.measuredW[i];
    without += withoutW[i];
  }
  const ratio = without > 0 ? Math.min(1.2, Math.max(0.8, measured / without)) : state.healthyRatio;
  let lossKwh = 0;
  for (let i = run.from; i < run.to; i++) {
    if (unusable[i] !== 0 || claimed[i]) continue;
    lossKwh += intervalKwh(Math.max(0, healthyW(unit, i, ratio) - Math.min(ratio * withoutW[i], unit.acRatedW)), stepMs);
  }
  return lossKwh;
}

/** The interval at which the level fell, on the first day of a low stretch or the day before. */
function onset(comparison: Comparison, state: UnitState, firstRow: number, withoutW: Float64Array): number {
  const { days } = comparison;
  if (firstRow === 0) return 0;
  const from = days.firsts[firstRow - 1];
  const to = days.firsts[firstRow + 1];
  const { unit, healthyRatio } = state;
  const usable = usableForLevel(state);
  let cost = 0;
  let best = 0;
  let at = days.firsts[firstRow];
  // Cost of starting later: intervals before the start must fit the whole array.
  let lowest = Number.POSITIVE_INFINITY;
  const miss = (i: number, predicted: Float64Array) => Math.abs(unit.measuredW[i] - predicted[i] * healthyRatio);
  for (let i = from; i < to; i++) if (usable[i]) best += miss(i, withoutW);
  lowest = best;
  at = from;
  for (let i = from; i < to; i++) {
    if (!usable[i]) continue;
    cost += miss(i, unit.expectedW);
    best -= miss(i, withoutW);
    if (cost + best < lowest) {
      lowest = cost + best;
      at = i + 1;
    }
  }
  while (at < to && !usable[at]) at++;
  return Math.min(at, to - 1);
}
