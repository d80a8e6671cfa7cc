import { exportCaps } from "../../causes/curtailment/curtailment";
import { ENGINES } from "../../causes/engines";
import type { SourceNames } from "../../comparison/compare";
import { causeDays } from "../../dayBook/causeDays";
import type { ModelOptions } from "../../expected/options";
import { surplusOf } from "../../fit/accepted";
import { buildAxis, fitResolution } from "../../fit/axis";
import type { Accepted, Candidate } from "../../fit/candidate";
import { Fit } from "../../fit/fit";
import { ratioOf } from "../../fit/ratio";
import type { Diagnosis } from "../../formats/diagnosisFile";
import { snowChance } from "../../losses/snowCover";
import { gridEndMs, type Series } from "../../series/grid";
import { UNUSABLE } from "../../signatures/signature";
import type { SiteFile } from "../../site/siteSchema";
import { fromStanding, referenceOf } from "../assemble";
import { attributed } from "../attributed";
import { knownCauses } from "../known";
import type { Standing, ToldSite } from "../standing";
import { hidden, sightsOf } from "../states";
import type { Frozen } from "./frozen";
import { joinDiagnosis } from "./joinDiagnosis";
import { mendedSince } from "./mendedSince";
import { countedFrom, resumed } from "./resumed";
import { type Window, windowOf } from "./window";

/** A diagnosis that has gone on over new days, with the days that it was looked at in. */
export interface GoneOn extends ToldSite {
  frozen: Frozen;
  /** The same states with everything but the new intervals marked. */
  news: ToldSite["states"];
  /** First interval that is new. */
  first: number;
}

/**
 * A diagnosis over new days, at the cost of those and a month before them: what was accepted goes on as it was fitted, what shows itself within days is
 * looked for (stops, silent strings and converters, snow, gaps), and what is missing in the new intervals is shared out among them. Nothing is fitted
 * anew; that is for a whole diagnosis, afterwards.
 * @param frozen what that diagnosis left, and `before` what it told
 * @returns null where it can't go on: nothing is new, or the units are others
 * @throws FormatError where the files can't be compared
 */
export function goOn(
  frozen: Frozen,
  before: Diagnosis,
  site: SiteFile,
  weather: Series,
  production: Series,
  names: SourceNames,
  options?: ModelOptions,
): GoneOn | null {
  const lasting = new Set(before.causes.filter(({ to }) => to === null).map(({ cause }) => cause));
  const window = windowOf(frozen, lasting, site, weather, production, names, options);
  if (!window) return null;
  const { comparison, states, first, full } = window;
  const snow = snowChance(comparison.weather);
  const goesOn = new Set(frozen.causes.map(({ cause, scope }) => `${cause} ${scope}`));
  const known = states
    .flatMap((state, index) => knownCauses({ comparison, state: hidden(state, full), index, snow }))
    .filter(({ cause, scope }) => !goesOn.has(`${cause} ${scope}`));
  const { fresh, ends } = toldInDays(frozen, window, known);
  const news = states.map((state) => ({ ...state, unusable: state.unusable.map((mark, i) => (i < first ? UNUSABLE.missing : mark)) }));
  const every = countedFrom(buildAxis(comparison, news, 1, 0), frozen.startMs);
  const found: Standing[] = [
    ...known.map((candidate) => ({ candidate, values: [], fitted: null })),
    ...fresh.map((one) => ({ candidate: one.candidate, values: one.values, fitted: one })),
  ];
  const layers = [
    ...frozen.causes.map((one, k) => resumed(one, every, ends[k] ?? undefined)),
    ...found.map(({ candidate, values }) => candidate.layers(every, values)),
  ];
  const attribution = attributed(every, layers, ratioOf(every, frozen.coefficients), full);
  const gaps = ENGINES.flatMap(({ inGaps }) => inGaps?.(comparison, states) ?? []);
  const entries = [
    ...found.map((standing, k) => fromStanding(standing, attribution.members[frozen.causes.length + k])),
    ...gaps.map((gap) => ({ ...gap, lossKwh: 0, regainKwh: 0, told: gap.told ?? {} })),
  ];
  const referenceKwh = frozen.referenceKwh + referenceOf({ comparison, states: news });
  const diagnosis = joinDiagnosis(before, frozen, { window, attribution, entries, ends, referenceKwh });
  const causes = frozen.causes.filter((_, k) => ends[k] === null);
  const untilMs = gridEndMs(comparison.grid);
  const members = [...frozen.causes, ...found.map(({ candidate }) => candidate)];
  const daily = causeDays(members, attribution, states, diagnosis.causes);
  return { diagnosis, comparison, states, news, first, causeDays: daily, frozen: { ...frozen, untilMs, causes, referenceKwh } };
}

interface ToldInDays {
  fresh: Accepted[];
  /** The interval in which each cause that was carried on has ended; null where it goes on. */
  ends: (number | null)[];
}

/** What a few days are enough for: what has ended of all that goes on, and what is new beside it. */
function toldInDays(frozen: Frozen, { comparison, states, full, first }: Window, known: readonly Candidate[]): ToldInDays {
  const { days } = comparison;
  const axis = countedFrom(buildAxis(comparison, sightsOf(states, full), fitResolution(comparison)), frozen.startMs);
  // Stops are out of its sight already.
  const shown = known.flatMap((candidate) => candidate.layers(axis, [])).filter(({ stage }) => stage !== "off");
  const [ratio, caps] = [ratioOf(axis, frozen.coefficients), exportCaps(axis)];
  const carried = frozen.causes.map((one) => resumed(one, axis));
  const firstRow = days.firsts.findLastIndex((begins) => begins <= first);
  const ends = carried.map((mine) => {
    const others = [...shown, ...caps, ...carried.filter((other) => other !== mine).flat()];
    const row = mendedSince(axis, firstRow, mine, others, ratio);
    return row === null ? null : Math.max(first, days.firsts[row]);
  });
  const left = frozen.causes.flatMap((one, k) => resumed(one, axis, ends[k] ?? undefined));
  const fit = new Fit(axis, [...shown, ...left, ...caps]);
  const proposals = ENGINES.flatMap(({ inDays, propose }) => (inDays && propose ? propose(fit) : []));
  return { fresh: fit.tryAll(proposals).filter((one) => surplusOf(one) > 0), ends };
}
