import { quantile } from "simple-statistics";
import { CAUSE_IDS, CAUSES, type CauseId } from "@/core/causes/causes";
import { DAY_MS } from "@/core/constants";
import type { Diagnosis } from "@/core/formats/diagnosisFile";
import { modulesInPlane } from "@/core/plane/layout";
import type { SiteFile } from "@/core/site/siteSchema";

/** A cause that is really there. */
export interface TrueCause {
  cause: CauseId;
  scope: string;
  /** The widest scope that is right too, where the channels can't prove it that narrowly. */
  minimumScope?: string;
  from: string;
  to: string | null;
  lossKwh: number;
  /** Reported over true, of what is a reading's. */
  factor?: number;
  /** A trait by design that is small: never false, never missed. */
  optional?: boolean;
  /** Whether it began sharply. */
  step?: boolean;
  lossScored?: boolean;
}

/** A site with its truth, and what was said of it. */
export interface ScoredCase {
  id: string;
  site: SiteFile;
  healthy: boolean;
  causes: TrueCause[];
  diagnosis: Diagnosis;
}

/** What is claimed counts from here. */
const CLAIMED = 0.5;
const ONSET_WITHIN_MS = DAY_MS;

export interface Score {
  cases: number;
  microF1: number;
  macroF1: number;
  /** By cause: right, false and missed ones. */
  byCause: Map<CauseId, { right: number; wrong: number; missed: number }>;
  /** Share of the healthy sites that were left in peace. */
  healthyClean: number;
  /** Of the right ones: error of the energy, median and 90th percentile; share of sharp onsets within a day. */
  lossErrorMedian: number;
  lossError90: number;
  onsetWithinDay: number;
  /** What was missed (or "nothing") and taken for what (or "nothing"), with how often, most often first. */
  confusion: { truth: CauseId | "nothing"; said: CauseId | "nothing"; count: number }[];
  /** Claims by their confidence: how sure they were in the mean, how many were right. */
  reliability: { from: number; claims: number; mean: number; right: number }[];
}

const BINS = [0.5, 0.6, 0.7, 0.8, 0.9, 0.95];

/** How well causes were told: their kind and scope, energy, onset and confidence. */
export function score(cases: readonly ScoredCase[]): Score {
  const byCause = new Map(CAUSE_IDS.map((id) => [id, { right: 0, wrong: 0, missed: 0 }]));
  const count = (id: CauseId) => byCause.get(id) as { right: number; wrong: number; missed: number };
  const confusion = new Map<string, number>();
  const losses: number[] = [];
  let [onsets, onsetsRight] = [0, 0];
  const bins = BINS.map((from) => ({ from, claims: 0, mean: 0, right: 0 }));
  for (const one of cases) {
    const said = one.diagnosis.causes.filter(({ confidence }) => confidence >= CLAIMED);
    const open = [...one.causes];
    const wrong: CauseId[] = [];
    for (const claim of said) {
      const k = open.findIndex((truth) => truth.cause === claim.cause && (truth.optional || scopeFits(one.site, claim.scope, truth)));
      const bin = bins.findLast(({ from }) => claim.confidence >= from);
      if (bin) {
        bin.claims++;
        bin.mean += claim.confidence;
        if (k >= 0) bin.right++;
      }
      if (k < 0) {
        wrong.push(claim.cause);
        continue;
      }
      const [truth] = open.splice(k, 1);
      if (!truth.optional) count(truth.cause).right++;
      if (truth.lossScored !== false && truth.lossKwh > 0) losses.push(Math.abs(claim.lossKwh / truth.lossKwh - 1));
      if (truth.step) {
        onsets++;
        if (Math.abs(Date.parse(claim.from) - Date.parse(truth.from)) <= ONSET_WITHIN_MS) onsetsRight++;
      }
    }
    const missed = open.filter(({ optional }) => !optional).map(({ cause }) => cause);
    for (const cause of wrong) count(cause).wrong++;
    for (const cause of missed) count(cause).missed++;
    pair(missed, wrong, confusion);
  }
  for (const bin of bins) bin.mean /= Math.max(1, bin.claims);
  const healthy = cases.filter((one) => one.healthy);
  const scores = [...byCause.values()];
  const seen = scores.filter(({ right, wrong, missed }) => right + wrong + missed > 0);
  const total = (key: "right" | "wrong" | "missed") => scores.reduce((sum, each) => sum + each[key], 0);
  return {
    cases: cases.length,
    microF1: f1({ right: total("right"), wrong: total("wrong"), missed: total("missed") }),
    macroF1: seen.reduce((sum, each) => sum + f1(each), 0) / Math.max(1, seen.length),
    byCause,
    healthyClean: healthy.filter(({ diagnosis }) => isClean(diagnosis)).length / Math.max(1, healthy.length),
    lossErrorMedian: share(losses, 0.5),
    lossError90: share(losses, 0.9),
    onsetWithinDay: onsetsRight / Math.max(1, onsets),
    confusion: [...confusion]
      .map(([key, times]) => ({ truth: key.split("/")[0] as CauseId, said: key.split("/")[1] as CauseId, count: times }))
      .sort((a, b) => b.count - a.count),
    reliability: bins,
  };
}

export function f1({ right, wrong, missed }: { right: number; wrong: number; missed: number }): number {
  return right === 0 ? 0 : (2 * right) / (2 * right + wrong + missed);
}

function isClean({ causes }: Diagnosis): boolean {
  return causes.every(({ cause, confidence }) => confidence < CLAIMED || CAUSES[cause].kind === "design");
}

/** What was missed is set beside what was wrongly said of the same site. */
function pair(missed: CauseId[], wrong: CauseId[], confusion: Map<string, number>): void {
  const add = (truth: string, said: string) => confusion.set(`${truth}/${said}`, (confusion.get(`${truth}/${said}`) ?? 0) + 1);
  const left = [...wrong];
  for (const truth of missed) add(truth, left.shift() ?? "nothing");
  for (const said of left) add("nothing", said);
}

/** Whether a scope is the true one, the widest that is right, or between them. */
export function scopeFits(site: SiteFile, said: string, { scope, minimumScope }: Pick<TrueCause, "scope" | "minimumScope">): boolean {
  if (said === scope || said === minimumScope) return true;
  return minimumScope !== undefined && within(site, scope, said) && within(site, said, minimumScope);
}

function within(site: SiteFile, inner: string, outer: string): boolean {
  if (inner === outer || outer === "site") return true;
  const [owner] = inner.split(".");
  if (owner === outer) return true;
  const pvString = site.strings.find(({ id }) => id === owner);
  return pvString !== undefined && (pvString.inverter === outer || modulesInPlane(pvString, outer) > 0);
}

function share(values: readonly number[], of: number): number {
  return values.length === 0 ? Number.NaN : quantile([...values], of);
}
