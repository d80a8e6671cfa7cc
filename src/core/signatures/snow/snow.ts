import type { Comparison } from "../../comparison/compare";
import type { SnowChance } from "../../losses/snowCover";
import { healthyW, intervalKwh, type Signature, type UnitState } from "../signature";

/** Covers that follow each other within so many days are one story. */
const SAME_STORY_DAYS = 12;
const LEAST_LOSS_KWH_PER_KWP = 0.4;

/**
 * `snow`: days on which the array gave less than its strings can, after snowfall, until it cleared.
 * Claims the intervals it explains.
 * @param covered 1 for each day that is covered
 */
export function detectSnow(comparison: Comparison, state: UnitState, snow: SnowChance, covered: Uint8Array): Signature[] {
  const { days, grid } = comparison;
  const { unit, unusable, claimed, healthyRatio } = state;
  const stories: number[][] = [];
  covered.forEach((mark, row) => {
    if (!mark) return;
    const story = stories.at(-1);
    if (story && days.days[row] - days.days[story[story.length - 1]] <= SAME_STORY_DAYS) story.push(row);
    else stories.push([row]);
  });
  return stories.flatMap((rows) => {
    let lossKwh = 0;
    for (const row of rows) lossKwh += forEachGap(row, (watts) => intervalKwh(watts, grid.stepMs));
    if (lossKwh < (LEAST_LOSS_KWH_PER_KWP * unit.nameplateW) / 1000) return [];
    for (const row of rows) forEachGap(row, (_, i) => (claimed[i] = 1));
    const first = days.firsts[rows[0]];
    const end = days.firsts[rows[rows.length - 1] + 1];
    const freshAtStart = snow.fresh.subarray(Math.max(0, first - 1), days.firsts[rows[0] + 1]).includes(1);
    const basis = { depth: "the snow depth", precipitation: "precipitation in frost", frost: "lasting frost" }[snow.basis];
    return [
      {
        cause: "snow" as const,
        scope: unit.scope,
        from: first,
        to: end >= grid.count ? null : end,
        lossKwh,
        evidence: [
          {
            text: `${rows.length} ${rows.length === 1 ? "day" : "days"} under what the strings can give, while ${basis} says that snow can lie`,
            weight: snow.basis === "frost" ? 1.5 : 3,
          },
          freshAtStart
            ? { text: "It began with fresh snow", weight: 1.5 }
            : { text: "No fresh snow was recorded when it began", weight: -0.5 },
          ...(end >= grid.count ? [] : [{ text: "The output came back by itself", weight: 1 }]),
        ],
        nextTest: "Look from the ground, or at a camera: how much of each row is covered, and is it sliding",
      },
    ];
  });

  function forEachGap(row: number, take: (watts: number, i: number) => number): number {
    let sum = 0;
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      if (unusable[i] !== 0 || claimed[i] === 1 || !(unit.expectedW[i] > 0)) continue;
      sum += take(healthyW(unit, i, healthyRatio) - unit.measuredW[i], i);
    }
    return sum;
  }
}

/** The covers of a unit as one cause: from the first to the last, with their number. */
export function oneStory(covers: readonly Signature[]): Signature[] {
  if (covers.length < 2) return [...covers];
  const [surest] = [...covers].sort((a, b) => weightOf(b) - weightOf(a));
  return [
    {
      ...surest,
      from: covers[0].from,
      to: covers[covers.length - 1].to,
      lossKwh: covers.reduce((sum, { lossKwh }) => sum + lossKwh, 0),
      evidence: [{ text: `${covers.length} times under snow`, weight: 0 }, ...surest.evidence],
    },
  ];
}

/** Snow lies on a whole site: where all its units were under it, it is one cause. */
export function ofTheSite(signatures: readonly Signature[], states: readonly UnitState[]): Signature[] {
  const snows = signatures.filter(({ cause }) => cause === "snow");
  if (snows.length === 0 || snows.length < states.length) return [...signatures];
  const [surest] = [...snows].sort((a, b) => weightOf(b) - weightOf(a));
  const ends = snows.map(({ to }) => to);
  const site: Signature = {
    ...surest,
    scope: "site",
    from: Math.min(...snows.map(({ from }) => from)),
    to: ends.includes(null) ? null : Math.max(...(ends as number[])),
    lossKwh: snows.reduce((sum, { lossKwh }) => sum + lossKwh, 0),
  };
  return [...signatures.filter(({ cause }) => cause !== "snow"), site];
}

function weightOf({ evidence }: Signature): number {
  return evidence.reduce((sum, { weight }) => sum + weight, 0);
}
