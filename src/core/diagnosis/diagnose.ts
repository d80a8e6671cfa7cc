import { exportCaps, fullBattery } from "../causes/curtailment/curtailment";
import { unusableIntervals } from "../causes/dataGap/dataGap";
import { ENGINES } from "../causes/engines";
import { type Comparison, compare, inLight, type SourceNames } from "../comparison/compare";
import type { ModelOptions } from "../expected/options";
import { type Attribution, attribute } from "../fit/attribute";
import { type Axis, buildAxis, fitResolution, type Sight } from "../fit/axis";
import type { Accepted, Candidate } from "../fit/candidate";
import { findRivals, logOddsOf } from "../fit/confidence";
import { Fit, surplusOf } from "../fit/fit";
import { calibrationOf } from "../fit/nuisance";
import { type Proposer, selectCauses } from "../fit/select";
import { settleCaps } from "../fit/settleCaps";
import type { Diagnosis } from "../formats/diagnosisFile";
import { snowChance } from "../losses/snowCover";
import type { Series } from "../series/grid";
import type { Signature, UnitState } from "../signatures/signature";
import type { SiteFile } from "../site/siteSchema";
import { assemble, fittedEvidence } from "./assemble";
import { knownCauses } from "./known";
import type { Standing } from "./standing";

/** A diagnosis with what it was told from, for charts. */
export interface DiagnosisRun {
  diagnosis: Diagnosis;
  comparison: Comparison;
  states: UnitState[];
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
  let comparison = compare(site, weather, production, names, options);
  const told: Signature[] = [];
  for (const right of RIGHTS) {
    const righted = right(comparison);
    comparison = righted.comparison;
    told.push(...righted.signatures);
  }
  onLook();
  return diagnoseMended(comparison, told, MOST_MENDED, onLook);
}

const PROPOSERS: readonly Proposer[] = ENGINES.flatMap(({ propose }) => propose ?? []);

const RIGHTS = ENGINES.flatMap(({ rights }) => rights ?? [])
  .sort((a, b) => a.turn - b.turn)
  .map(({ right }) => right);

/** Of the work that is left after each look at what may be; most sites take some five. */
const LEFT_AFTER_LOOK = 0.75;

/** The light is mended at most so many times: a lean is first told by the first order of what it does. */
const MOST_MENDED = 3;

/** Goes on from files whose clock and factors are right; where the light turns out to be wrong, once more in the light as it was. */
function diagnoseMended(comparison: Comparison, told: readonly Signature[], mendings: number, onLook: () => void): DiagnosisRun {
  const states: UnitState[] = comparison.units.map((unit) => ({
    unit,
    unusable: unusableIntervals(comparison, unit),
    claimed: new Uint8Array(comparison.grid.count),
    healthyRatio: 1,
  }));
  // What is already told of the light's source speaks for these hours too.
  const inWrongLight = ENGINES.flatMap((one) =>
    told.some(({ cause }) => cause === one.cause) ? [] : (one.inLight?.(comparison, states) ?? []),
  );
  const full = fullBattery(comparison, states);
  const snow = snowChance(comparison.weather);
  const known = states.flatMap((state, index) => knownCauses({ comparison, state: hidden(state, full), index, snow }));
  const { fit, suspects } = fitted(comparison, states, known, full, onLook);
  const every = buildAxis(comparison, states, 1, 0);
  const mended = fit.accepted.filter((one) => mendsLight(one, fit.axis));
  if (mended.length > 0 && mendings > 0) {
    return diagnoseMended(inLight(comparison, lightFactor(every, mended)), mergedLight(told, mended), mendings - 1, onLook);
  }
  states.forEach((state, u) => {
    state.healthyRatio = Math.exp(calibrationOf(fit.state.coefficients, u, states.length));
  });
  const standing: Standing[] = [
    ...known.map((candidate) => ({ candidate, values: [], fitted: null })),
    ...fit.accepted.map((one) => ({ candidate: one.candidate, values: one.values, fitted: one })),
  ];
  const files = [...told, ...inWrongLight, ...ENGINES.flatMap(({ inGaps }) => inGaps?.(comparison, states) ?? [])];
  const attribution = attributed(every, standing, fit, full);
  return { diagnosis: assemble({ comparison, states, files, standing, suspects, attribution }), comparison, states };
}

/** Whether a cause says that the light itself is told wrong. */
function mendsLight({ candidate, values }: Accepted, axis: Axis): boolean {
  return candidate.layers(axis, values).some(({ stage }) => stage === "light");
}

/** True over reported light, by interval. */
function lightFactor(every: Axis, mended: readonly Accepted[]): Float64Array {
  const factor = new Float64Array(every.comparison.grid.count).fill(1);
  for (const { candidate, values } of mended) {
    const [layer] = candidate.layers(every, values);
    for (let p = 0; p < every.count; p++) factor[every.interval[p]] *= layer.values[p];
  }
  return factor;
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

/** A unit with the intervals out of sight in which a full battery holds the site back: that looks like a fault. */
function hidden(state: UnitState, full: Uint8Array | null): UnitState {
  return full ? { ...state, unusable: state.unusable.map((mark, i) => mark || full[i]) } : state;
}

/** Causes that have to be told from levels and shapes, fitted together. */
function fitted(
  comparison: Comparison,
  states: readonly UnitState[],
  known: readonly Candidate[],
  full: Uint8Array | null,
  onLook: () => void,
): { fit: Fit; suspects: Accepted[] } {
  const sights = states.map((state): Sight => {
    const { unit, unusable } = hidden(state, full);
    return { unit, unusable: unusable.map((mark, i) => mark || state.claimed[i]) };
  });
  const axis = buildAxis(comparison, sights, fitResolution(comparison));
  const told = known.flatMap((candidate) => candidate.layers(axis, [])).filter(({ stage }) => stage !== "off");
  const fit = new Fit(axis, [...told, ...exportCaps(axis)]);
  const tried = selectCauses(fit, PROPOSERS, onLook);
  findRivals(fit, PROPOSERS);
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

function attributed(every: Axis, standing: readonly Standing[], fit: Fit, full: Uint8Array | null): Attribution {
  const ratio = fit.ratioOn(every);
  const fitted = standing.map(({ candidate, values }) => candidate.layers(every, values));
  const members = settleCaps(every, fitted, ratio).map((layers) => ({ layers }));
  const light = members.flatMap(({ layers }) => layers.filter(({ stage }) => stage === "light"));
  const acting = members.map(({ layers }) => ({ layers: layers.filter(({ stage }) => stage !== "light") }));
  return attribute(every, acting, light, ratio, {
    limitW: every.comparison.site.exportLimitW ?? Number.POSITIVE_INFINITY,
    full,
  });
}
