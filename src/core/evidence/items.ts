import type { CauseId } from "../causes/causes";
import type { EvidenceFile } from "../formats/evidenceFile";
import { readInstant } from "../formats/instant";
import { findGrade, findPoint } from "../inspection/catalogue";
import type { Point } from "../inspection/point";
import type { Severity } from "../inspection/severity";
import { placeOf, type ScopePlace } from "../plane/scopePlace";
import { readingKind } from "../readings/readingKinds";
import type { Danger, Speaks } from "../readings/verdict";
import { placeWords } from "../site/places";
import type { SiteFile } from "../site/siteSchema";
import { EVIDENCE, SEVERITY_SHARE } from "./weights";

/** One thing that was seen or measured, ready to be weighed. */
export interface Item {
  from: "finding" | "reading";
  place: ScopePlace;
  at: string;
  atMs: number;
  text: string;
  /** For or against causes. */
  speaks: readonly Speaks[];
  /** Of several that it speaks for the one that stands where no other takes it up: a point's first, a reading's likeliest; null where it speaks for none. */
  foremost: Speaks | null;
  /** Causes that it bears on without saying anything: it couldn't tell. */
  silentOn: readonly CauseId[];
  danger: Danger | null;
  /** Things of one kind at one place can be held against each other: whether it was sound there, or not; null where it couldn't tell. */
  kind: string;
  sound: boolean | null;
  /** Whether it makes a cause stand by itself, and not merely a suspicion. */
  stands: boolean;
}

/** What to do about a stop that has no caution of its own. */
const STOP_DO = "Make safe before anything else, keep people away, and have it put right by someone who may; local rules say who";

/** The entries of an evidence file, each once, in an order of their own. @throws RefusedError where a reading isn't judged */
export function itemsOf(site: SiteFile, evidence: EvidenceFile): Item[] {
  const once = <T>(entries: readonly T[]): T[] =>
    [...new Map(entries.map((entry) => [canonical(entry), entry])).entries()].sort(byKey).map(([, entry]) => entry);
  return [
    ...once(evidence.findings).flatMap((finding) => findingItem(site, finding) ?? []),
    ...once(evidence.readings).flatMap((reading) => readingItem(site, reading) ?? []),
  ].sort((a, b) => a.atMs - b.atMs);
}

function findingItem(site: SiteFile, { point: pointId, grade: gradeId, scope, at }: EvidenceFile["findings"][number]): Item | null {
  const point = findPoint(pointId);
  const grade = findGrade(pointId, gradeId);
  const place = placeOf(site, scope);
  if (!point || !grade || !place) return null;
  const where = scope === "site" ? "" : ` (${placeWords(site, scope)})`;
  const text = `${point.title}: ${grade.text}${where}`;
  const speaks = saysOf(point, grade.severity);
  return {
    ...{ from: "finding", place, at, atMs: readInstant(at) as number, text, silentOn: [], speaks },
    foremost: speaks.find(({ weight }) => weight > 0) ?? null,
    danger: grade.severity === "stop" ? { why: text, do: point.atOnce ?? point.caution ?? STOP_DO } : null,
    kind: `finding ${pointId}`,
    sound: soundness(grade.severity),
    stands: grade.severity === "stop" || grade.severity === "fix",
  };
}

/** What a point says of causes at a grade: for them the more the worse it looks; sound, mildly against them or as the point has it. */
function saysOf({ speaksFor, speaksAgainst }: Point, severity: Severity): Speaks[] {
  const share = SEVERITY_SHARE[severity];
  const own = speaksFor.map(({ cause, weight, ifSound }) => ({
    cause,
    weight: severity === "sound" && ifSound !== undefined ? ifSound : weight * share,
  }));
  return severity === "sound" ? own : [...own, ...speaksAgainst.map(({ cause, weight }) => ({ cause, weight: weight * share }))];
}

function soundness(severity: Severity): boolean | null {
  return severity === "watch" ? null : severity === "sound";
}

function readingItem(site: SiteFile, { scope, at, reading }: EvidenceFile["readings"][number]): Item | null {
  const place = placeOf(site, scope);
  if (!place) return null;
  const kind = readingKind(reading.kind);
  const judgement = kind.judge(reading);
  const speaks = kind.speaks?.(reading, judgement) ?? [];
  const { verdict, reasons } = judgement;
  const [likeliest] = speaks.filter(({ weight }) => weight > 0).sort((a, b) => b.weight - a.weight);
  return {
    foremost: likeliest ?? null,
    ...{ from: "reading", place, at, atMs: readInstant(at) as number, speaks },
    text: `${kind.title} of ${placeWords(site, scope)}: ${VERDICT_WORDS[verdict]}. ${reasons[0]}`,
    silentOn: verdict === "inconclusive" ? kind.bearsOn : [],
    danger: kind.danger?.(reading, judgement) ?? null,
    kind: `reading ${reading.kind}`,
    sound: verdict === "inconclusive" ? null : verdict === "pass",
    stands: verdict === "fail" && Math.max(0, ...speaks.map(({ weight }) => weight)) >= EVIDENCE.standsAlone,
  };
}

const VERDICT_WORDS = { pass: "passed", fail: "failed", inconclusive: "can't tell" } as const;

/** The same text for the same content, whatever the order of its keys. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(",")}]`;
  if (value === null || typeof value !== "object") return JSON.stringify(value) ?? "null";
  const keys = Object.keys(value).sort();
  return `{${keys.map((key) => `${JSON.stringify(key)}:${canonical((value as Record<string, unknown>)[key])}`).join(",")}}`;
}

function byKey([a]: [string, unknown], [b]: [string, unknown]): number {
  return a < b ? -1 : Number(a > b);
}
