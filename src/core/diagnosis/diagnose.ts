import { exportCaps, fullBattery } from "../causes/curtailment/curtailment";
import { ENGINES } from "../causes/engines";
import { type Comparison, compare, inLight, type SourceNames } from "../comparison/compare";
import { causeDays } from "../dayBook/causeDays";
import type { ModelOptions } from "../expected/options";
import { surplusOf } from "../fit/accepted";
import { type Axis, buildAxis, fitResolution } from "../fit/axis";
import type { Accepted, Candidate } from "../fit/candidate";
import { findRivals, logOddsOf } from "../fit/confidence";
import { Fit } from "../fit/fit";
import { calibrationOf } from "../fit/nuisance";
import { hasBrightDays, type Proposer, selectBesideGivens, selectCauses } from "../fit/select";
import { snowChance } from "../losses/snowCover";
import type { Series } from "../series/grid";
import type { Signature, UnitState } from "../signatures/signature";
import type { SiteFile } from "../site/siteSchema";
import { assemble, fittedEvidence } from "./assemble";
import { attributed, lightFactor } from "./attributed";
import { couldHide } from "./couldHide";
import { knownCauses } from "./known";
import { carriedOf, freeze } from "./onward/freeze";
import type { Carried, Frozen } from "./onward/frozen";
import { rightFiles } from "./rightFiles";
import type { Standing, ToldSite } from "./standing";
import { hidden, sightsOf, statesOf } from "./states";

/** A diagnosis with what it was told from, for charts. */
export interface DiagnosisRun extends ToldSite {
  /** What a new day is told from, until everything is fitted anew. */
  frozen: Frozen;
}

/**
 * What a site lost, and to which causes.
 * @param names file names for errors
 * @param report told how much is done, 0 to 1: how many looks it takes isn't known beforehand, so that each goes a part of what is left
 * @throws FormatError where the files can't be compared
 */
export function diagnose(
  site: SiteFile,
  weather: Series,
  production: Series,
  names: SourceNames,
  options?: ModelOptions,
  report: (share: number) => void = () => {},
): DiagnosisRun {
  let looks = 0;
  const onLook = () => report(1 - LEFT_AFTER_LOOK ** ++looks);
  // What the files have wrong is put right on copies before anything is held against the light: the clock first, then factors.
  const { comparison, signatures } = rightFiles(compare(site, weather, production, names, options));
  onLook();
  return diagnoseMended(comparison, { signatures, light: [] }, MOST_MENDED, onLook);
}

const PROPOSERS: readonly Proposer[] = ENGINES.flatMap(({ propose }) => propose ?? []);
const IN_DAYS: readonly Proposer[] = ENGINES.flatMap(({ inDays, propose }) => (inDays && propose ? propose : []));

const GIVENS: readonly Proposer[] = ENGINES.flatMap(({ given }) => given ?? []);

/** Of the work that is left after each look at what may be; most sites take some five. */
const LEFT_AFTER_LOOK = 0.75;

/** The light is mended at most so many times: a lean is first told by the first order of what it does. */
const MOST_MENDED = 3;

/** What is told before the fit, and how the light has been mended. */
interface Told {
  signatures: readonly Signature[];
  light: readonly Carried[];
}

/** Goes on from files whose clock and factors are right; where the light turns out to be wrong, once more in the light as it was. */
function diagnoseMended(comparison: Comparison, { signatures, light }: Told, mendings: number, onLook: () => void): DiagnosisRun {
  const states = statesOf(comparison);
  // What is already told of the light's source speaks for these hours too.
  const inWrongLight = ENGINES.flatMap((one) =>
    signatures.some(({ cause }) => cause === one.cause) ? [] : (one.inLight?.(comparison, states) ?? []),
  );
  const full = fullBattery(comparison, states);
  const snow = snowChance(comparison.weather);
  const known = states.flatMap((state, index) => knownCauses({ comparison, state: hidden(state, full), index, snow }));
  const { fit, suspects: tried } = fitted(comparison, states, known, full, onLook);
  const every = buildAxis(comparison, states, 1, 0);
  const mended = fit.accepted.filter((one) => mendsLight(one, fit.axis));
  if (mended.length > 0 && mendings > 0) {
    const layers = mended.flatMap(({ candidate, values }) => candidate.layers(every, values).slice(0, 1));
    const carried = mended.flatMap(({ candidate, values }) => carriedOf(candidate, values, 0, comparison.grid) ?? []);
    const next = { signatures: mergedLight(signatures, mended), light: [...light, ...carried] };
    return diagnoseMended(inLight(comparison, lightFactor(every, layers)), next, mendings - 1, onLook);
  }
  states.forEach((state, u) => {
    state.healthyRatio = Math.exp(calibrationOf(fit.state.coefficients, u, states.length));
  });
  const standing: Standing[] = [
    ...known.map((candidate) => ({ candidate, values: [], fitted: null })),
    ...fit.accepted.map((one) => ({ candidate: one.candidate, values: one.values, fitted: one })),
  ];
  const files = [...signatures, ...inWrongLight, ...ENGINES.flatMap(({ inGaps }) => inGaps?.(comparison, states) ?? [])];
  const layers = standing.map(({ candidate, values }) => candidate.layers(every, values));
  const attribution = attributed(every, layers, fit.ratioOn(every), full);
  const told = new Set([...files, ...standing.map(({ candidate }) => candidate)].map(({ cause }) => cause));
  // What is told of the files is a suspect no more.
  const suspects = tried.filter(({ candidate }) => !told.has(candidate.cause));
  const unseen = couldHide(fit, new Set([...told, ...suspects.map(({ candidate }) => candidate.cause)]));
  const findings = { comparison, states, files, standing, suspects, attribution, unseen };
  const diagnosis = assemble(findings);
  const members = standing.map(({ candidate }) => candidate);
  return {
    ...{ diagnosis, comparison, states, causeDays: causeDays(members, attribution, states, diagnosis.causes) },
    frozen: freeze(findings, light, fit.state.coefficients),
  };
}

/** Whether a cause says that the light itself is told wrong. */
function mendsLight({ candidate, values }: Accepted, axis: Axis): boolean {
  return candidate.layers(axis, values).some(({ stage }) => stage === "light");
}

/** What is said of the light, once: what the second look mends is the rest of the first. */
function mergedLight(told: readonly Signature[], mended: readonly Accepted[]): Signature[] {
  const [surest] = [...mended].sort((a, b) => surplusOf(b) - surplusOf(a));
  if (told.some(({ cause }) => cause === surest.candidate.cause)) return [...told];
  const { candidate, values } = surest;
  return [
    ...told,
    {
      ...{ cause: candidate.cause, scope: candidate.scope, ...candidate.span(values), lossKwh: 0, nextTest: candidate.nextTest },
      evidence: fittedEvidence(candidate.cause, candidate.evidence(values), surest),
      told: candidate.told?.(values),
    },
  ];
}

/** Causes that have to be told from levels and shapes, fitted together. */
function fitted(
  comparison: Comparison,
  states: readonly UnitState[],
  known: readonly Candidate[],
  full: Uint8Array | null,
  onLook: () => void,
): { fit: Fit; suspects: Accepted[] } {
  const axis = buildAxis(comparison, sightsOf(states, full), fitResolution(comparison));
  const told = known.flatMap((candidate) => candidate.layers(axis, [])).filter(({ stage }) => stage !== "off");
  const fit = new Fit(axis, [...told, ...exportCaps(axis)]);
  const asked = hasBrightDays(fit) ? PROPOSERS : IN_DAYS;
  const tried = selectCauses(fit, asked, onLook);
  selectBesideGivens(fit, asked, GIVENS, onLook);
  findRivals(fit, asked);
  // What isn't likelier than not is no part of the sums.
  const doubted = fit.accepted.filter((one) => logOddsOf(one) < 0);
  fit.dismiss(doubted);
  // Of two that explain the same neither is sure: the other is a suspect too, as sure as the first leaves it.
  const others = doubted.flatMap(({ rival, ...one }) => (rival ? [{ ...rival, rival: one }] : []));
  const near = tried.filter((one) => surplusOf(one) > LEAST_SUSPECT);
  const standing = new Set(fit.accepted.map(({ candidate }) => candidate.cause));
  const keyOf = ({ candidate: { cause, scope } }: Accepted) => `${cause} ${scope}`;
  // Each once, as sure as it was told first.
  const suspects = new Map(
    [...near, ...others, ...doubted].filter((one) => !standing.has(one.candidate.cause)).map((one) => [keyOf(one), one]),
  );
  return { fit, suspects: [...suspects.values()].sort((a, b) => logOddsOf(b) - logOddsOf(a)).slice(0, MOST_SUSPECTS) };
}

/** So far under its price a cause is still worth a test, and so many of them. */
const LEAST_SUSPECT = -6;
const MOST_SUSPECTS = 3;
