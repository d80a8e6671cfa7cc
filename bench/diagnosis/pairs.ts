import { CAUSE_IDS, CAUSES, type CauseId } from "@/core/causes/causes";
import { diagnose } from "@/core/diagnosis/diagnose";
import type { SiteFile } from "@/core/site/siteSchema";
import { scopeFits, type TrueCause } from "./score";
import { makeCase } from "./suite";

/** What was said of two causes that act on one site. */
export interface PairOutcome {
  pair: readonly [CauseId, CauseId];
  /** Those of the two that stand in the diagnosis, or are too small to be asked for. */
  told: CauseId[];
  /** Those that are named as what else it may be: among the suspects, or beside what was taken for it. */
  alike: CauseId[];
  /** Those that are said to be too small, or the data too few, to be told, and are. */
  hidden: CauseId[];
  /** Others that stand in their place. */
  wrong: CauseId[];
}

/** A string's fault told of one of its modules is there too, and nearer. */
const isThere = (site: SiteFile, said: string, truth: TrueCause) => scopeFits(site, said, truth) || said.startsWith(`${truth.scope}.`);

/** How large a cause is: of the energy, or of the reading where it is one's. */
function sizeOf({ lossKwh, factor }: TrueCause, expectedKwh: number): number {
  return factor === undefined ? Math.abs(lossKwh) / expectedKwh : Math.abs(1 - factor);
}

/** All pairs of causes, 171 of them. */
export const PAIRS: readonly (readonly [CauseId, CauseId])[] = CAUSE_IDS.flatMap((one, k) =>
  CAUSE_IDS.slice(k + 1).map((other) => [one, other] as const),
);

/** Pairs begin at a number of their own: none of their sites is among those of the suite. */
const FIRST_NUMBER = 5000;

/** Diagnoses a site with two causes. The simulator makes them module by module and shares nothing with the fit. @param k number of the pair */
export function pairOutcome(k: number): PairOutcome {
  const pair = PAIRS[k];
  const { site, weather, production, causes } = makeCase(FIRST_NUMBER + k, pair);
  const { diagnosis } = diagnose(site, weather, production, { weather: "weather", production: "production" });
  const said = diagnosis.causes.filter(({ confidence }) => confidence >= 0.5);
  const reasons = diagnosis.causes.flatMap(({ evidence }) => evidence.map(({ text }) => text));
  const named = (cause: CauseId) =>
    diagnosis.suspects.some((one) => one.cause === cause) || reasons.some((text) => text.includes(`"${CAUSES[cause].title}"`));
  const told = pair.filter((cause) => {
    const truth = causes.find((one) => one.cause === cause);
    return !truth || truth.optional || said.some((one) => one.cause === cause && (cause === "snow" || isThere(site, one.scope, truth)));
  });
  const saidToHide = (cause: CauseId) => {
    const truth = causes.find((one) => one.cause === cause);
    const size = truth && sizeOf(truth, diagnosis.energy.expectedKwh);
    return diagnosis.couldHide.some(
      (one) => one.cause === cause && (one.underPct === null || (size !== undefined && 100 * size <= one.underPct)),
    );
  };
  const alike = pair.filter((cause) => !told.includes(cause) && named(cause));
  return {
    ...{ pair, told, alike },
    hidden: pair.filter((cause) => !told.includes(cause) && !alike.includes(cause) && saidToHide(cause)),
    wrong: said.map(({ cause }) => cause as CauseId).filter((cause) => !causes.some((truth) => truth.cause === cause)),
  };
}
