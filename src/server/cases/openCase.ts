import { valuePerKwh } from "@/core/diagnosis/diagnose";
import { buildLedger, type LedgerEntry } from "@/core/diagnosis/ledger";
import { type Stop, walkFor } from "@/core/inspection/catalogue";
import type { SiteFile } from "@/core/site/siteSchema";
import { CaseRecord } from "@/db/models/records";
import { type Analysis, analysisOf, isAnalysis, type NoAnalysis } from "../analysis/analysis";
import { type CalibrationView, calibrationsOf } from "../calibrations/calibrations";
import { database } from "../database";
import { type FindingView, findingsOf } from "../findings/findings";
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
  analysis: Analysis | null;
  noAnalysis: NoAnalysis | null;
  ledger: LedgerEntry[];
  calibrations: CalibrationView[];
  /** Worth of a lost kilowatt-hour, or null without a tariff. */
  valuePerKwh: number | null;
}

/** Opens a case. @returns null where there is none of this id */
export async function openCase(caseId: string): Promise<CaseView | null> {
  await database();
  const record = await CaseRecord.findByPk(caseId);
  if (!record) return null;
  const { site, version } = await presentSite(record.siteId);
  const [findings, result, calibrations] = await Promise.all([
    findingsOf(caseId),
    analysisOf(record.siteId),
    calibrationsOf(record.siteId),
  ]);
  const analysis = isAnalysis(result) ? result : null;
  return {
    id: record.id,
    kind: record.kind,
    title: record.title,
    openedAt: record.openedAt.toISOString(),
    closedAt: record.closedAt?.toISOString() ?? null,
    brief: briefSchema.parse(JSON.parse(record.brief)),
    site,
    asBuiltVersion: version,
    walk: walkFor(site),
    findings,
    analysis,
    noAnalysis: isAnalysis(result) ? null : result,
    calibrations,
    ledger: buildLedger(analysis?.diagnosis ?? null, findings),
    valuePerKwh: site.tariff ? valuePerKwh(site.tariff) : null,
  };
}

/** Keeps a changed brief. */
export async function saveBrief(caseId: string, brief: Brief): Promise<void> {
  await database();
  await CaseRecord.update({ brief: JSON.stringify(brief) }, { where: { id: caseId } });
}
