import { HOUR_MS } from "../constants";
import { surplusOf, totalOf } from "./accepted";
import type { Accepted, Candidate } from "./candidate";
import { Fit } from "./fit";
import { echoOf } from "./narrow";

/** Looks at what is left of a fit and says what may be, with where a search should begin. */
export type Proposer = (fit: Fit) => Candidate[];

/** Days of good light, in kWh of healthy output a kW, and how many of them it takes to tell shapes and levels apart at all. */
const BRIGHT_KWH_PER_KW = 1.5;
export const LEAST_BRIGHT_DAYS = 12;

/** Whether there is light enough in the data to tell more than what a few days tell. */
export function hasBrightDays(fit: Fit): boolean {
  return brightDays(fit) >= LEAST_BRIGHT_DAYS;
}

function brightDays({ axis }: Fit): number {
  const byRow = new Map<number, number>();
  const [{ unlimitedW, unit }] = axis.units;
  const hours = (axis.per * axis.comparison.grid.stepMs) / HOUR_MS;
  for (let p = 0; p < axis.count; p++) byRow.set(axis.row[p], (byRow.get(axis.row[p]) ?? 0) + (unlimitedW[p] * hours) / unit.nameplateW);
  return [...byRow.values()].filter((kwh) => kwh >= BRIGHT_KWH_PER_KW).length;
}

/** No data tell more causes than that at once. */
const MOST_ROUNDS = 14;

/** So many that something else was preferred to are tried again in the end. */
const SECOND_CHANCES = 2;

/** What makes everything so much worse, wherever a search begins, has no second chance: of those that stood in the end (over a hundred made-up pairs of causes) the worst stood at −37. */
const NO_CHANCE = -100;

/**
 * Takes up causes one at a time, that which explains most beyond its price first, and fits all of them together after each. What was
 * promising once and nothing any more, beside what was preferred to it, is tried again with everything free to move.
 * @param onRound called after each look at what may be
 * @returns what was tried last and didn't pay, the nearest first
 */
export function selectCauses(fit: Fit, proposers: readonly Proposer[], onRound: () => void = () => {}): Accepted[] {
  const empty = fit.kept();
  const first = fit.tryAll(proposers.flatMap((propose) => propose(fit))).sort((a, b) => surplusOf(b) - surplusOf(a));
  const tried = takeUp(fit, proposers, onRound, first);
  // What hides whatever is missing takes others' days too, and keeps them from being seen: where it went first, the next best goes first as well.
  const other = first.find((one) => !hides(fit, one));
  if (!first[0] || !hides(fit, first[0]) || surplusOf(first[0]) <= 0 || !other || surplusOf(other) <= 0) return tried;
  const kept = fit.kept();
  fit.goBackTo(empty);
  fit.accept(narrowed(fit, other));
  const triedAfter = takeUp(fit, proposers, onRound);
  if (fit.total < totalOf(kept)) return triedAfter;
  fit.goBackTo(kept);
  return tried;
}

/**
 * Where what stands leaves something that bends all the rest, the search goes once more with that taken as given: neither it nor what it hides would pay
 * alone. What both searches found is held against the same data with the same prices, and the better stands.
 * @param givens says what that may be, of a fit as it stands
 */
export function selectBesideGivens(
  fit: Fit,
  proposers: readonly Proposer[],
  givens: readonly Proposer[],
  onRound: () => void = () => {},
): void {
  for (const given of givens.flatMap((propose) => propose(fit))) {
    const kept = fit.kept();
    const values = given.parameters.map(({ value }) => value);
    const beside = new Fit(fit.axis, [...fit.known, ...given.layers(fit.axis, values)]);
    takeUp(beside, proposers, onRound);
    fit.standInstead([{ candidate: given, values, gain: 0, price: fit.priceOf(given), lostShare: 0 }, ...beside.accepted]);
    if (fit.total >= totalOf(kept)) fit.goBackTo(kept);
  }
}

const hides = ({ axis }: Fit, one: Accepted | undefined) =>
  one?.candidate.layers(axis, one.values).some(({ stage }) => stage === "cover") ?? false;

/** @param first what was tried already with nothing taken up */
function takeUp(fit: Fit, proposers: readonly Proposer[], onRound: () => void, first?: readonly Accepted[]): Accepted[] {
  const letGo = new Set<string>();
  const promising = new Map<string, Accepted>();
  let chances = SECOND_CHANCES;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const all = round === 0 && first ? first : fit.tryAll(proposers.flatMap((propose) => propose(fit)));
    onRound();
    const tried = [...all].sort((a, b) => surplusOf(b) - surplusOf(a));
    // What has no parameters can't have been fitted wrongly.
    for (const one of tried) if (surplusOf(one) > 0 && one.values.length > 0) promising.set(keyOf(one), one);
    const [best] = tried.filter((one) => !letGo.has(keyOf(one)));
    if (!best || surplusOf(best) <= 0) {
      const pressed = fit.accepted.find((one) => !fit.isItself(one));
      if (pressed) {
        letGo.add(keyOf(pressed));
        fit.dismiss([pressed]);
        continue;
      }
      const standing = new Set(fit.accepted.map(keyOf));
      const lately = new Map(tried.map((one) => [keyOf(one), one.gain]));
      const missed = [...promising.values()].filter(
        (one) => !standing.has(keyOf(one)) && !letGo.has(keyOf(one)) && (lately.get(keyOf(one)) ?? 0) > NO_CHANCE,
      );
      const again = missed.sort((a, b) => surplusOf(b) - surplusOf(a)).slice(0, Math.max(0, chances));
      chances -= again.length;
      if (!again.some((one) => fit.acceptIfBetter(one))) return tried;
      continue;
    }
    const before = fit.accepted;
    fit.accept(narrowed(fit, best));
    // What was let go for something better isn't taken up again.
    for (const one of before) if (!fit.accepted.includes(one)) letGo.add(keyOf(one));
    if (fit.accepted.length <= before.length) letGo.add(keyOf(best));
  }
  return [];
}

const keyOf = ({ candidate: { cause, scope, part = "" } }: Accepted) => `${cause} ${scope} ${part}`;

/** The same cause on the one string that carries it, where the strings' currents say so. */
function narrowed(fit: Fit, taken: Accepted): Accepted {
  const { candidate, values } = taken;
  const layers = candidate.layers(fit.axis, values).filter(({ stage }) => stage === "dc");
  if (!candidate.onString || layers.length !== 1) return taken;
  const id = echoOf(fit.axis, layers[0]);
  return id === null || id === candidate.scope ? taken : fit.try(candidate.onString(id, values));
}
