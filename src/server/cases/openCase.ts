import { valuePerKwh } from "@/core/diagnosis/diagnose";
import { buildLedger, type LedgerEntry } from "@/core/diagnosis/ledger";
import { FailedError, NotFoundError } from "@/core/errors/errors";
import { type Stop, walkFor } from "@/core/inspection/catalogue";
import type { SiteFile } from "@/core/site/siteSchema";
import { CaseRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { type AnalysisState, analysisOf, beginAnalysis, failureOf } from "../analysis/analysis";
import { type CalibrationView, calibrationsOf } from "../calibrations/calibrations";
import { database, inTransaction } from "../database";
import { type FindingView, findingsOf } from "../findings/findings";
import { readOnce } from "../readCache";
import { presentSite } from "../sites/asBuilt";
import { type Brief, briefSchema } from "./brief";

/** Everything that the stations of a case show. */
export interface CaseView {
  id: string;
  kind: CaseRecord["kind"];
  title: string;
  openedAt: string;
  closedAt: string | null;
  brief: Brief;
  site: SiteFile;
  asBuiltVersion: number;
  walk: Stop[];
  findings: FindingView[];
  /** The last analysis of the site, and how it stands to the present data. */
  state: AnalysisState;
  /** The same analysis, for short; null where there is none. */
  analysis: AnalysisState["analysis"];
  ledger: LedgerEntry[];
  calibrations: CalibrationView[];
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
  return { ...view, state: { ...view.state, failure: failureOf(view.site.id) } };
}

async function readCase(actor: Actor, caseId: string): Promise<CaseView> {
  const record = await CaseRecord.findByPk(caseId);
  if (!record) throw new NotFoundError("case", caseId);
  const { site, version } = await presentSite(record.siteId);
  const [findings, state, calibrations] = await Promise.all([
    findingsOf(actor, caseId),
    analysisOf(actor, record.siteId),
    calibrationsOf(actor, record.siteId),
  ]);
  return {
    id: record.id,
    kind: record.kind,
    title: record.title,
    openedAt: record.openedAt.toISOString(),
    closedAt: record.closedAt?.toISOString() ?? null,
    brief: storedBrief(record),
    site,
    asBuiltVersion: version,
    walk: walkFor(site),
    findings,
    state,
    analysis: state.analysis,
    calibrations,
    ledger: buildLedger(state.analysis?.diagnosis ?? null, findings),
    valuePerKwh: site.tariff ? valuePerKwh(site.tariff) : null,
  };
}

function storedBrief(record: CaseRecord): Brief {
  try {
    return briefSchema.parse(JSON.parse(record.brief));
  } catch (error) {
    throw new FailedError(`The brief of case ${record.id} can't be read as it is stored`, { cause: error });
  }
}

/** Keeps a changed brief. @throws NotFoundError where there is no such case */
export async function saveBrief(actor: Actor, caseId: string, brief: Brief): Promise<void> {
  allow(actor, "record");
  await database();
  await inTransaction(async (transaction) => {
    const [count] = await CaseRecord.update({ brief: JSON.stringify(brief) }, { where: { id: caseId }, transaction });
    if (count === 0) throw new NotFoundError("case", caseId);
  });
}
