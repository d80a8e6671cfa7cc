import type { Comparison } from "../../comparison/compare";
import { HOUR_MS } from "../../constants";
import type { SnowChance } from "../../losses/snowCover";
import { type Run, runsWhere } from "../../series/intervalRuns";
import type { Signature, UnitState } from "../../signatures/signature";
import { withoutSnow } from "../../signatures/withoutSnow";

/** Light that surely starts the inverter: this share of the rating, and well over its threshold. */
export const SURE_SHARE = 0.06;
const SURE_OVER_START = 4;
/** Once it stands still, the stop is followed into light that would hardly start it: the dawn before and the dusk after. */
const WEAK_SHARE = 0.015;
const WEAK_OVER_START = 2;
/** Output that counts as none. */
export const NOTHING_SHARE = 0.004;
const LEAST_LIT_MS = 0.75 * HOUR_MS;
/** Stops that follow each other within this time are one story. */
const SAME_STORY_MS = 14 * 24 * HOUR_MS;
/** One that lasts for days is a story of its own: what stops now and then comes back in between. */
const LONG_MS = 60 * HOUR_MS;
/** What took less light than this in all is no cause to look for: a grid that was off at noon, a morning under rime. */
const LEAST_STORY_MS = 3 * HOUR_MS;

/**
 * `inverter-outage`: nothing came although there was light enough. A stop that begins with fresh snow
 * is left to the snow as long as snow may lie. Claims the intervals it explains.
 */
export function detectInverterOutage(comparison: Comparison, state: UnitState, snow: SnowChance): Signature[] {
  const { grid } = comparison;
  const { unit, unusable, claimed } = state;
  const sure = Math.max(SURE_SHARE * unit.acRatedW, SURE_OVER_START * unit.startW);
  const nothing = Math.max(2, NOTHING_SHARE * unit.acRatedW);
  const dark = (i: number): boolean | null => {
    if (unusable[i] !== 0) return null;
    if (unit.measuredW[i] > nothing) return false;
    return unit.expectedW[i] >= sure ? true : null;
  };
  const stops = runsWhere(grid.count, dark)
    .map((run) => intoWeakLight(run, state, nothing))
    .flatMap((run) => withoutSnow(run, lastOutput(run.from), snow))
    .filter((run) => litMs(run, dark, grid.stepMs) >= LEAST_LIT_MS);
  // A stop that is first seen in good light may have begun in the dull days before.
  function lastOutput(from: number): number {
    let i = from - 1;
    while (i > 0 && !(unit.measuredW[i] > nothing)) i--;
    return Math.max(0, i);
  }
  const stories: Run[][] = [];
  for (const stop of stops) {
    const story = stories.at(-1);
    const long = [stop, ...(story ?? [])].some((one) => (one.to - one.from) * grid.stepMs >= LONG_MS);
    if (story && !long && (stop.from - story[story.length - 1].to) * grid.stepMs <= SAME_STORY_MS) story.push(stop);
    else stories.push([stop]);
  }
  return stories.map((story) => {
    let hours = 0;
    for (const stop of story) {
      hours += litMs(stop, dark, grid.stepMs) / HOUR_MS;
      for (let i = stop.from; i < stop.to; i++) {
        if (unusable[i] !== 0 || unit.measuredW[i] > nothing) continue;
        claimed[i] = 1;
      }
    }
    const last = story[story.length - 1];
    return {
      cause: "inverter-outage",
      scope: unit.scope,
      from: story[0].from,
      to: last.ended ? last.to : null,
      lossKwh: 0,
      evidence: [
        {
          text: `${unit.scope} gave nothing for ${hours.toFixed(1)} hours in which at least ${Math.round(sure)} W were expected`,
          weight: Math.min(4.5, 2 + hours / 4),
        },
        {
          text: story.length === 1 ? "One stop, from one interval to the next" : `${story.length} stops within days of each other`,
          weight: 0.7,
        },
        {
          text: snow.basis === "frost" ? "Snow can't be ruled out from this weather file" : "No fresh snow when it stopped",
          weight: snow.basis === "frost" ? 0 : 0.8,
        },
      ],
      nextTest: `Error log and grid-side voltage of ${unit.scope}, then DC voltage at its input`,
    };
  });
}

/** Light that would start an inverter on most days, W of its output. */
export function weakW({ unit }: UnitState): number {
  return Math.max(WEAK_SHARE * unit.acRatedW, WEAK_OVER_START * unit.startW);
}

/** A stop with the dawn and the dusk around it in which nothing came either. */
function intoWeakLight(run: Run, state: UnitState, nothing: number): Run {
  const { unit, unusable } = state;
  const weak = weakW(state);
  const still = (i: number) => unusable[i] === 0 && unit.measuredW[i] <= nothing && unit.expectedW[i] >= weak;
  let { from, to } = run;
  while (from > 0 && still(from - 1)) from--;
  while (to < unusable.length && still(to)) to++;
  return { ...run, from, to };
}

function litMs(run: Run, dark: (i: number) => boolean | null, stepMs: number): number {
  let lit = 0;
  for (let i = run.from; i < run.to; i++) if (dark(i) === true) lit++;
  return lit * stepMs;
}

/** Leaves out stops that took too little light to be worth a word; their intervals are open to other explanations again. */
export function worthTelling({ grid }: Comparison, { unit, claimed }: UnitState, stops: readonly Signature[]): Signature[] {
  return stops.filter(({ cause, from, to }) => {
    if (cause !== "inverter-outage") return true;
    let lit = 0;
    for (let i = from; i < (to ?? grid.count); i++) if (claimed[i] && unit.expectedW[i] > SURE_SHARE * unit.acRatedW) lit++;
    if (lit * grid.stepMs >= LEAST_STORY_MS) return true;
    claimed.fill(0, from, to ?? grid.count);
    return false;
  });
}
