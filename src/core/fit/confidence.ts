import { surplusOf } from "./accepted";
import type { Accepted } from "./candidate";
import type { Fit } from "./fit";
import type { Proposer } from "./select";

/**
 * Log odds of a cause by how much worse the best explanation without it is, in natural logarithms beyond prices: their rise and where they
 * begin. A model that were true would have them rise by one with each; its own errors make a twelfth of that count. Drawn by eye through made-up sites and
 * fifty of an independent simulator: of the few that explained under ten beyond their price a third were right, over forty-five nearly all.
 */
const ODDS = { none: -0.6, perUnit: 0.08, most: 4.8 } as const;

/** Log odds of an accepted cause. */
export function logOddsOf(one: Accepted): number {
  const { perUnit = ODDS.perUnit, looks = 1 } = one.candidate;
  const over = (surplusOf(one) - (one.rival ? surplusOf(one.rival) : 0)) / looks;
  return Math.min(ODDS.most, ODDS.none + perUnit * Math.max(-30, over));
}

/** What explains more than this isn't held against rivals: one would have to explain five sixths of it before the odds moved at all, and the search is a round of the fit. */
const PLAIN = 400;

/** Looks for the best other explanation of what each accepted cause explains, and keeps it with it. */
export function findRivals(fit: Fit, proposers: readonly Proposer[]): void {
  const rivals = fit.accepted.map((one) => {
    if (surplusOf(one) > PLAIN) return undefined;
    const tried = fit.tryWithout(one, (without) => proposers.flatMap((propose) => propose(without)));
    const others = tried.filter(({ candidate }) => candidate.cause !== one.candidate.cause);
    const [best] = others.sort((a, b) => surplusOf(b) - surplusOf(a));
    return best && surplusOf(best) > 0 ? best : undefined;
  });
  fit.accepted = fit.accepted.map((one, k) => ({ ...one, rival: rivals[k] }));
}
