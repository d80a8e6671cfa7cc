import type { StandingWork } from "@/core/changes/caseRecords";
import { NEW_WORK, type ReportFields, type WorkFields } from "@/core/changes/change";
import { DAY_MS } from "@/core/constants";
import { causePlace } from "@/core/diagnosis/causeWords";
import { costOf, notLookedAt, type ToDo, typedCost, workToDo } from "@/core/report/workToDo";
import { ownerPlaceWords, placeWords } from "@/core/site/places";
import { inTerms, termsOf } from "@/core/site/terms";
import { isFromAfar, TRADES, WORKS, workTitle } from "@/core/work/works";
import type { CaseView } from "@/server/cases/openCase";
import { instantDay, roughMoney } from "../marks/words";
import type { ReportView } from "./reportView";

/** A piece of work as the report has it: what was proposed, with what a person wrote over it. */
export interface WorkRow {
  key: string;
  todo: ToDo;
  said: WorkFields;
  /** Who wrote what of it, and when. */
  marks: StandingWork["marks"];
  title: string;
  who: string;
  due: string;
  /** In words; empty where a person wrote that there is none. */
  cost: string;
  /** Least and most; null where what was written is no figure. */
  range: [number, number] | null;
  /** What the causes that it mends cost a month if they are left, kWh; null where the data tell none. */
  kwhPerMonth: number | null;
}

/** What the report shows and is made from. */
export type Reported = Pick<CaseView, "site" | "findings" | "ledger" | "analysis" | "firm" | "openedAt">;

/** Days that a deadline counts from: the last on which something was seen, else the opening of the case. */
function visitMs({ findings, openedAt }: Reported): number {
  return Math.max(Date.parse(openedAt), ...findings.map(({ recordedAt }) => Date.parse(recordedAt)));
}

/** What is to be done, with what was written over it; what is left out comes last. */
export function workRows(view: Reported, works: readonly StandingWork[]): WorkRow[] {
  const { site, firm } = view;
  const rows = workToDo(site, view.findings, view.ledger).map((todo): WorkRow => {
    const standing = works.find(({ work, scope }) => work === todo.work && scope === todo.scope);
    const said = standing?.fields ?? NEW_WORK;
    const range = said.cost === "" ? costOf(todo, firm) : typedCost(said.cost);
    return {
      ...{ key: `${todo.work}@${todo.scope}`, todo, said, marks: standing?.marks ?? {}, range },
      title: inTerms(workTitle(todo.work, placeOfWork(site, todo)), termsOf(site)),
      who: said.who || TRADES[WORKS[todo.work].who],
      due: said.due || dueWords(todo.dueDays, visitMs(view), site.location.timeZone),
      cost: said.cost || roughMoney(range ?? [0, 0], firm.currency),
      kwhPerMonth: monthOf(view, todo),
    };
  });
  return rows.sort((a, b) => Number(a.said.leftOut) - Number(b.said.leftOut));
}

/** Where it is done: of a cause that has it in a part, that part. */
function placeOfWork(site: CaseView["site"], { scope, mends }: ToDo): string {
  const cause = mends.find((one) => one.scope === scope);
  return cause ? causePlace(site, cause, "owner") : ownerPlaceWords(site, scope);
}

function dueWords(days: number, fromMs: number, timeZone: string): string {
  return days === 0 ? "at once" : `by ${instantDay(new Date(fromMs + days * DAY_MS).toISOString(), timeZone)}`;
}

function monthOf({ analysis }: Reported, { mends }: ToDo): number | null {
  const paces = mends.flatMap(
    (one) => analysis?.overview.pace.find(({ cause, scope }) => cause === one.cause && scope === one.scope) ?? [],
  );
  return paces.length > 0 ? paces.reduce((sum, { kwhPerMonth }) => sum + kwhPerMonth, 0) : null;
}

/** All that stays in together, with the way there and back once where anyone has to come; null where nothing has a figure. */
export function sumOf(rows: readonly WorkRow[], ofCallOut: number): { range: [number, number]; callOut: number } | null {
  const counted = rows.filter(({ said, range }) => !said.leftOut && range !== null);
  if (counted.length === 0) return null;
  const callOut = counted.every(({ todo }) => isFromAfar(todo.work)) ? 0 : ofCallOut;
  const at = (k: 0 | 1) => counted.reduce((sum, { range }) => sum + (range?.[k] ?? 0), callOut);
  return { range: [at(0), at(1)], callOut };
}

/** What stands in the report's head where nobody wrote it: from findings and as-built. */
export function proposedReport({ site, findings }: Reported): Pick<ReportFields, "address" | "visited" | "technician"> {
  const zone = site.location.timeZone;
  const days = [
    ...new Set([...findings].sort((a, b) => a.recordedAt.localeCompare(b.recordedAt)).map((one) => instantDay(one.recordedAt, zone))),
  ];
  return {
    // No key of the format, but one that is kept where a file has it.
    address: typeof site.address === "string" ? site.address : "",
    visited: days.join(", "),
    technician: [...new Set(findings.map(({ author }) => author).filter(Boolean))].join(", "),
  };
}

/** What an owner would miss in the report as it stands, in a few words each. */
export function missingParts(view: Reported & Pick<ReportView, "walk" | "answers">, report: ReportFields): string[] {
  const proposed = proposedReport(view);
  const places = notLookedAt(view.walk, view.findings, view.answers);
  const unseen = places.reduce((sum, { titles }) => sum + titles.length, 0);
  const points = view.walk.flatMap((stop) => stop.points);
  const nowhere = view.findings.length === 0;
  return [
    view.firm.name === "" ? "the firm" : "",
    (report.technician || proposed.technician) === "" ? "the technician" : "",
    report.recipient === "" ? "whom it is for" : "",
    (report.address || proposed.address) === "" ? "the address" : "",
    nowhere ? "the walk" : unseen > 0 ? `${unseen} of ${points.length} points of the walk` : "",
  ].filter(Boolean);
}

/** A place of the report in words; the whole site needs none. */
export function atWords(site: CaseView["site"], scope: string): string {
  return scope === "" || scope === "site" ? "" : placeWords(site, scope);
}
