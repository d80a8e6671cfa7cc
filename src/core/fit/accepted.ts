import type { Accepted } from "./candidate";
import type { Fitness } from "./cost";
import type { CostAt } from "./patternSearch";

/** What a cause explains beyond its price; less than nothing where it takes too little to be told. */
export function surplusOf({ gain, price, lostShare, candidate, values }: Accepted): number {
  return lostShare < candidate.leastShare || candidate.believable?.(values) === false ? Number.NEGATIVE_INFINITY : gain - price;
}

/** Keeps a search to what is still the same cause, where it was when it was taken up: a cap that falls with the heat isn't to end as one that stays. */
export function asItself({ candidate, values }: Accepted, costAt: CostAt): CostAt {
  const { believable } = candidate;
  if (!believable?.(values)) return costAt;
  return (at) => (believable(at) ? costAt(at) : Number.POSITIVE_INFINITY);
}

/** Accepted causes and how well they fit. */
export interface Kept {
  accepted: Accepted[];
  state: Fitness;
}

/** What isn't explained and what is accepted cost together. */
export function totalOf({ accepted, state }: Kept): number {
  return state.cost + accepted.reduce((sum, { price }) => sum + price, 0);
}
