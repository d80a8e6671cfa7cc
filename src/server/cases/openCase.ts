import type { Picture } from "@/core/changes/caseRecords";
import type { BriefFields, Change } from "@/core/changes/change";
import type { EarlierSite } from "@/core/dayBook/partEnergies";
import { buildLedger, type Ledger, type LedgerEntry } from "@/core/diagnosis/ledger";
import { NotFoundError } from "@/core/errors/errors";
import type { Stop } from "@/core/inspection/point";
import { walkFor } from "@/core/inspection/walk";
import type { Practice } from "@/core/practice/practice";
import type { Part } from "@/core/register/parts";
import type { Firm } from "@/core/report/firm";
import type { SiteFile } from "@/core/site/siteSchema";
import { termsOf } from "@/core/site/terms";
import { valuePerKwh } from "@/core/site/worth";
import { CaseRecord, ChangeRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { type AnalysisState, analysisOf, beginAnalysis, failureOf, isStopped } from "../analysis/analysis";
import { type CalibrationView, calibrationsOf } from "../calibrations/calibrations";
import { storedRecords } from "../field/storedChanges";
import { type EarlierFinding, earlierFindings } from "../findings/earlier";
import { type AnswerView, type FindingView, standingAnswers, standingFindings } from "../findings/findings";
import { firmOf } from "../firm/firm";
import { practiceOf } from "../firm/practice";
import { readOnce } from "../readCache";
import { registerOf } from "../register/register";
import { earlierSites, presentSite } from "../sites/asBuilt";
import { readBrief } from "./brief";

/** All changes of a case's records, and its pictures. */
export interface FieldRecords {
  changes: Change[];
  pictures: Picture[];
  /** Number of the last change that came in. */
  last: number;
}

/** Everything that the stations of a case show. */
export interface CaseView {
  id: string;
  kind: CaseRecord["kind"];
  title: string;
  openedAt: string;
  closedAt: string | null;
  brief: BriefFields;
  site: SiteFile;
  asBuiltVersion: number;
  walk: Stop[];
  /** What was seen and stands. */
  findings: FindingView[];
  /** What was said of points besides grades: not seen, not here. */
  answers: AnswerView[];
  /** What was found in earlier cases of the site. */
  foundBefore: EarlierFinding[];
  /** Parts of the plant, those that were taken back or replaced too. */
  register: Part[];
  /** As-builts that held before, in time's order, each with its last day. */
  earlier: EarlierSite[];
  /** Everything that the records of the case are made of: a device lays what waits on it over these. */
  field: FieldRecords;
  /** The last analysis of the site, and how it stands to the present data. */
  state: AnalysisState;
  /** The same analysis, for short; null where there is none. */
  analysis: AnalysisState["analysis"];
  ledger: LedgerEntry[];
  /** What can't both be true, where someone can be hurt, and what speaks for no cause. */
  beside: Omit<Ledger, "entries">;
  calibrations: CalibrationView[];
  /** The firm that the report is from, and what its work costs. */
  firm: Firm;
  /** How the firm works, where it may differ from what is shipped. */
  practice: Practice;
  /** Worth of a lost kilowatt-hour, or null without a tariff. */
  valuePerKwh: number | null;
}

/**
 * Opens a case.
 * @throws NotFoundError where there is none of this id, FailedError where what is stored of it can't be read
 */
export async function openCase(actor: Actor, caseId: string): Promise<CaseView> {
  allow(actor, "read");
  const view = await readOnce(`case ${actor.id} ${caseId}`, () => readCase(actor, caseId));
  if (view.state.current) return view;
  beginAnalysis(view.site.id);
  return { ...view, state: { ...view.state, failure: failureOf(view.site.id), stopped: isStopped(view.site.id) } };
}

async function readCase(actor: Actor, caseId: string): Promise<CaseView> {
  const record = await CaseRecord.findByPk(caseId);
  if (!record) throw new NotFoundError("case", caseId);
  const { site, version } = await presentSite(record.siteId);
  const earlier = await earlierSites(record.siteId);
  const [{ changes, pictures, last, records }, foundBefore, state, calibrations, { firm }, { practice }, register] = await Promise.all([
    storedRecords(caseId, readBrief(record)),
    earlierFindings(record, termsOf(site)),
    analysisOf(actor, record.siteId),
    calibrationsOf(actor, record.siteId),
    firmOf(actor),
    practiceOf(actor),
    registerOf(record.siteId),
  ]);
  const findings = standingFindings(records.findings, termsOf(site));
  const { entries, ...beside } = buildLedger(site, state.analysis?.diagnosis ?? null, findings, records.overrulings);
  return {
    id: record.id,
    kind: record.kind,
    title: record.title,
    openedAt: record.openedAt.toISOString(),
    closedAt: record.closedAt?.toISOString() ?? null,
    brief: records.brief.fields,
    site,
    earlier,
    asBuiltVersion: version,
    walk: walkFor(site, { nowMs: Date.now() }),
    findings,
    foundBefore,
    register,
    answers: standingAnswers(records.findings),
    field: { changes, pictures, last },
    state,
    analysis: state.analysis,
    calibrations,
    firm,
    practice,
    ledger: entries,
    beside,
    valuePerKwh: site.tariff ? valuePerKwh(site.tariff) : null,
  };
}

/** Number of the last change that came in to a case, for a page that asks whether it is behind. @throws NotFoundError */
export async function lastChange(actor: Actor, caseId: string): Promise<number> {
  allow(actor, "read");
  return readOnce(`last change ${caseId}`, async () => {
    if (!(await CaseRecord.findByPk(caseId, { attributes: ["id"] }))) throw new NotFoundError("case", caseId);
    return (await ChangeRecord.max<number, ChangeRecord>("number", { where: { caseId } })) ?? 0;
  });
}
