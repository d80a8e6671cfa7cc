import { CAUSES, type CauseId } from "../causes/causes";
import type { DiagnosedCause, Diagnosis } from "../formats/diagnosisFile";
import { placeOf, type ScopePlace } from "../plane/scopePlace";
import { round } from "../round";
import type { SiteFile } from "../site/siteSchema";
import { FIELD_TESTS, type FieldTest, PLACE_CAUTIONS, PLACE_MINUTES, type Tells, type TestPlace } from "./fieldTests";

/** A test that is worth doing next, with how much less there would be in doubt, in the mean over what it may show (bits), and that for an hour of minutes and hazard. */
export type BestTest = Diagnosis["nextTests"][number];

const MOST_TESTS = 3;
/** Less isn't worth a walk. */
const LEAST_BITS = 0.02;
/** Where a safer test tells so much of what a more dangerous one does, that one isn't asked for. */
const ENOUGH = 0.5;

/**
 * The looks and measurements that separate the causes still in doubt most for their minutes and hazard: expected information over cost
 * (Lindley 1956). Causes are taken one by one; a roof is never asked for where the ground would tell.
 * @param causes those that stand and those that are suspected, with their confidence
 */
export function bestTests(site: SiteFile, causes: readonly Pick<DiagnosedCause, "cause" | "scope" | "confidence" | "to">[]): BestTest[] {
  // What ended can't be looked at, and what is built so needs no test.
  const open = causes.filter(({ cause, to }) => to === null && CAUSES[cause].kind !== "design");
  const found = new Map<string, BestTest & { perCause: Map<CauseId, number> }>();
  for (const test of FIELD_TESTS) {
    for (const { cause, scope, confidence } of open) {
      const tells = test.tells[cause];
      const place = placeOf(site, scope);
      if (!tells || !place) continue;
      const bits = informationBits(confidence, tells);
      const where = whereTo(site, test, place);
      const key = `${test.id} ${where.scope}`;
      const known = found.get(key) ?? { ...emptyTest(site, test, where), perCause: new Map() };
      known.bits += bits;
      known.perCause.set(cause, (known.perCause.get(cause) ?? 0) + bits);
      if (!known.separates.includes(cause)) known.separates.push(cause);
      found.set(key, known);
    }
  }
  const all = [...found.values()].filter(({ bits }) => bits >= LEAST_BITS);
  const safeEnough = all.filter((one) => !all.some((other) => isSaferFor(other, one)));
  return safeEnough
    .map(({ perCause: _, ...test }) => ({
      ...test,
      bits: round(test.bits, 3),
      bitsPerHour: round((60 * test.bits) / (test.minutes + PLACE_MINUTES[test.place]), 2),
    }))
    .sort((a, b) => b.bitsPerHour - a.bitsPerHour || (a.test < b.test ? -1 : 1))
    .slice(0, MOST_TESTS);
}

/** Whether one test tells enough of what another does, from a less dangerous place. */
function isSaferFor(
  one: { place: TestPlace; perCause: ReadonlyMap<CauseId, number> },
  other: { place: TestPlace; bits: number; perCause: ReadonlyMap<CauseId, number> },
): boolean {
  if (other.place !== "roof" || PLACE_MINUTES[one.place] >= PLACE_MINUTES[other.place]) return false;
  let told = 0;
  for (const [cause, bits] of other.perCause) told += Math.min(bits, one.perCause.get(cause) ?? 0);
  return told >= ENOUGH * other.bits;
}

/** Where a test is done for a cause at a place. */
function whereTo(site: SiteFile, { atInverter }: FieldTest, place: ScopePlace): ScopePlace {
  const [inverter, ...more] = place.inverters;
  return atInverter && inverter !== undefined && more.length === 0 ? (placeOf(site, inverter) ?? place) : place;
}

function emptyTest(site: SiteFile, { id, act, place, minutes, perString, point }: FieldTest, { scope, strings }: ScopePlace): BestTest {
  const name = scope === "site" ? "the site" : scope;
  return {
    ...{ test: id, act: act.replace("{scope}", name), scope, place, point: point ?? null },
    minutes: minutes * (perString ? Math.max(1, Math.min(strings.size, site.strings.length)) : 1),
    ...{ separates: [], bits: 0, bitsPerHour: 0, caution: PLACE_CAUTIONS[place] },
  };
}

/**
 * How much less is in doubt of a cause after a test, in the mean over its outcomes, bits: the mutual information of both.
 * Source: Shannon 1948; as the worth of an experiment, Lindley 1956.
 * @param p probability of the cause before
 */
export function informationBits(p: number, { hit, false: wrongly }: Tells): number {
  const positive = p * hit + (1 - p) * wrongly;
  const after = (part: number, whole: number) => (whole > 0 ? whole * entropyBits(part / whole) : 0);
  return Math.max(0, entropyBits(p) - after(p * hit, positive) - after(p * (1 - hit), 1 - positive));
}

function entropyBits(p: number): number {
  return p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p));
}
