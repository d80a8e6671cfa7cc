import { CAUSES } from "../causes/causes";
import type { FindingFields } from "../changes/change";
import { isLikely, isWrong } from "../diagnosis/chiefCause";
import type { LedgerEntry } from "../diagnosis/ledger";
import type { AnswerId } from "../inspection/answers";
import { findGrade, findPoint } from "../inspection/catalogue";
import { type Grade, isOfStop, type Point, type Stop } from "../inspection/point";
import { graver, SEVERITIES, type Severity } from "../inspection/severity";
import { areRelated, placeOf } from "../plane/scopePlace";
import type { SiteFile } from "../site/siteSchema";
import { WORKS, type WorkId } from "../work/works";
import type { Firm } from "./firm";

/** A finding as the work that follows needs it. */
export interface WorkFinding {
  pointId: string;
  gradeId: string;
  place: string;
}

/** A piece of work that follows from what was found, once for each place. */
export interface ToDo {
  work: WorkId;
  scope: string;
  severity: Severity;
  /** What asks for it, in words. */
  because: string[];
  /** Causes in the ledger that it is to mend. */
  mends: LedgerEntry[];
  /** Days from the visit by which it is due; 0 is at once. */
  dueDays: number;
}

/**
 * Days until work is due. Danger waits for nobody. A month is what a firm needs to book a repair, and what the fault of one string costs until
 * then is less than a second way there. What is outside (trees, dirt) and what only the data have wrong can wait for a quarter.
 */
const DUE_DAYS: Record<Severity, number> = { stop: 0, fix: 30, watch: 90, sound: 90 };

/**
 * What is to be done, gravest first, each piece of work once a place: findings graded stop or fix, and causes that stand. Where a finding speaks
 * for a cause at its place, its work is what mends the cause, and nothing is asked for twice.
 */
export function workToDo(site: SiteFile, findings: readonly WorkFinding[], ledger: readonly LedgerEntry[]): ToDo[] {
  const all = new Map<string, ToDo>();
  const add = (work: WorkId, scope: string, severity: Severity, because: string, mends: LedgerEntry[] = []) => {
    const known = all.get(`${work}@${scope}`) ?? { work, scope, severity, because: [], mends: [], dueDays: 0 };
    const gravest = graver(known.severity, severity);
    all.set(`${work}@${scope}`, {
      ...known,
      ...{ severity: gravest, dueDays: DUE_DAYS[gravest] },
      ...{ because: [...new Set([...known.because, because])], mends: [...new Set([...known.mends, ...mends])] },
    });
  };
  const causes = ledger.filter(asksForWork);
  const mended = new Set<LedgerEntry>();
  for (const { point, grade, scope } of findings.flatMap((one) => asking(site, one) ?? [])) {
    const its = causes.filter((entry) => point.speaksFor.some(({ cause }) => cause === entry.cause) && related(site, entry.scope, scope));
    for (const entry of its) mended.add(entry);
    if (point.work) add(point.work, scope, grade.severity, `${point.title}: ${grade.text}`, its);
  }
  for (const entry of causes) {
    const { work, kind } = CAUSES[entry.cause];
    if (work && !mended.has(entry)) add(work, entry.scope, kind === "fault" ? "fix" : "watch", entry.title, [entry]);
  }
  return [...all.values()].sort(
    (a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) || lossOf(b) - lossOf(a) || a.work.localeCompare(b.work),
  );
}

const lossOf = ({ mends }: ToDo) => mends.reduce((sum, { lossKwh }) => sum + lossKwh, 0);

/** What is likelier not to be there asks for a test, not for work. */
function asksForWork(entry: LedgerEntry): boolean {
  return isWrong(entry) && isLikely(entry) && entry.stands && CAUSES[entry.cause].work !== null;
}

function asking(site: SiteFile, { pointId, gradeId, place }: WorkFinding): { point: Point; grade: Grade; scope: string } | null {
  const point = findPoint(pointId);
  const grade = findGrade(pointId, gradeId);
  if (!point || !grade || (grade.severity !== "stop" && grade.severity !== "fix")) return null;
  return { point, grade, scope: placeOf(site, place) ? place : "site" };
}

function related(site: SiteFile, a: string, b: string): boolean {
  const [one, other] = [placeOf(site, a), placeOf(site, b)];
  return one !== null && other !== null && areRelated(one, other);
}

/** Least and most that a piece of work costs, in the firm's currency, without tax and without the way there. */
export function costOf({ work }: Pick<ToDo, "work">, { ratePerHour, partsFactor }: Firm): [number, number] {
  const { who, hours, parts } = WORKS[work];
  const at = (k: 0 | 1) => hours[k] * ratePerHour[who] + parts[k] * partsFactor;
  return [at(0), at(1)];
}

/** Amounts as people type them: the first one or two numbers of a text; null where there is none. "180", "about 180 to 260". */
export function typedCost(text: string): [number, number] | null {
  const numbers = [...text.matchAll(/\d{1,2} \d{3}(?!\d)(?:[.,]\d{1,2}(?!\d))?|\d+(?:['.,\u00a0]\d{3}(?!\d))*(?:[.,]\d{1,2}(?!\d))?/g)].map(
    ([found]) => Number(found.replace(/[ \u00a0'.,](?=\d{3}(?!\d))/g, "").replace(",", ".")),
  );
  if (numbers.length === 0) return null;
  const [from, to = from] = numbers;
  return from <= to ? [from, to] : [to, from];
}

/** Points of a place that nobody looked at. */
interface NotLookedAt {
  place: string;
  titles: string[];
  /** How many points the place has. */
  of: number;
  /** Of those that somebody stood before: what hindered them. */
  hindered: { title: string; why: string }[];
}

/**
 * What of a walk was not looked at: points without a finding, by stop. What the site doesn't have, as somebody there said, isn't missing.
 */
export function notLookedAt<Walked extends Pick<Stop, "place" | "part"> & { points: readonly { id: string; title: string }[] }>(
  walk: readonly Walked[],
  findings: readonly { pointId: string; part: FindingFields["part"] }[],
  answers: readonly { pointId: string; part: FindingFields["part"]; answer: AnswerId; why: string }[] = [],
): NotLookedAt[] {
  return walk.flatMap(({ place, part, points }) => {
    const at = { part };
    const said = answers.filter((one) => isOfStop(one, at));
    const seen = new Set(findings.filter((one) => isOfStop(one, at)).map(({ pointId }) => pointId));
    const notHere = new Set(said.filter(({ answer }) => answer === "not-applicable").map(({ pointId }) => pointId));
    const here = points.filter(({ id }) => !notHere.has(id) || seen.has(id));
    const missing = here.filter(({ id }) => !seen.has(id));
    if (missing.length === 0) return [];
    const hindered = missing.flatMap(({ id, title }) => {
      const hindrance = said.find(({ pointId, answer, why }) => pointId === id && answer === "not-seen" && why);
      return hindrance ? [{ title, why: hindrance.why }] : [];
    });
    return [{ place, titles: missing.map(({ title }) => title), of: here.length, hindered }];
  });
}
