import { CAUSES } from "@/core/causes/causes";
import type { Severity } from "@/core/inspection/severity";
import { graver } from "@/core/inspection/severity";
import { CaseRecord, SiteRecord } from "@/db/models/records";
import { type Analysis, analysisOf, isAnalysis } from "./analysis/analysis";
import { database } from "./database";
import { findingsOf } from "./findings/findings";
import { presentSite } from "./sites/asBuilt";

/** One site in the order of the day. */
export interface TriageRow {
  siteId: string;
  name: string;
  nameplateKw: number;
  lossKwhPerDay: number | null;
  moneyPerDay: number | null;
  currency: string | null;
  /** The last day of data that the loss is told from. */
  asOf: string | null;
  countedDays: number;
  /** The gravest thing that stands, from findings and data. */
  severity: Severity | null;
  /** Causes that stand at present, worst first. */
  standing: { title: string; scope: string; from: string; to: string | null }[];
  /** Why there is no comparison, where there is none. */
  problem: string | null;
  timeZone: string;
  cases: { id: string; title: string; kind: string; openedAt: string }[];
  /** Measured over expected of the last weeks, oldest first. */
  weekly: (number | null)[];
}

/** All sites: danger first, then by what they lose a day. */
export async function triage(): Promise<TriageRow[]> {
  await database();
  const sites = await SiteRecord.findAll({ order: [["name", "ASC"]] });
  const rows = await Promise.all(sites.map((record) => rowOf(record.id)));
  return rows.sort((a, b) => danger(b) - danger(a) || (b.moneyPerDay ?? b.lossKwhPerDay ?? 0) - (a.moneyPerDay ?? a.lossKwhPerDay ?? 0));
}

function danger(row: TriageRow): number {
  return row.severity === "stop" ? 1 : 0;
}

async function rowOf(siteId: string): Promise<TriageRow> {
  const { site } = await presentSite(siteId);
  const result = await analysisOf(siteId);
  const analysis = isAnalysis(result) ? result : null;
  const cases = await CaseRecord.findAll({ where: { siteId, closedAt: null }, order: [["openedAt", "DESC"]] });
  let severity: Severity | null = analysis ? severityOf(analysis) : null;
  for (const { id } of cases)
    for (const finding of await findingsOf(id)) severity = severity ? graver(severity, finding.severity) : finding.severity;
  const nameplateW = site.strings.reduce(
    (sum, pvString) => sum + pvString.modules * (site.moduleTypes.find(({ id }) => id === pvString.moduleType)?.pmaxW ?? 0),
    0,
  );
  return {
    siteId,
    name: site.name ?? site.id,
    nameplateKw: nameplateW / 1000,
    lossKwhPerDay: analysis?.overview.recent.lossKwhPerDay ?? null,
    moneyPerDay: analysis?.overview.recent.moneyPerDay ?? null,
    currency: site.tariff?.currency ?? null,
    asOf: analysis?.overview.recent.to ?? null,
    countedDays: analysis?.overview.recent.days ?? 0,
    severity,
    standing: analysis ? standing(analysis).map(({ cause, scope, from, to }) => ({ title: CAUSES[cause].title, scope, from, to })) : [],
    problem: isAnalysis(result) ? null : (result.refused ?? `No ${result.missing.join(" and no ")} data yet`),
    timeZone: site.location.timeZone,
    cases: cases.map((record) => ({ id: record.id, title: record.title, kind: record.kind, openedAt: record.openedAt.toISOString() })),
    weekly: analysis ? weeklyRatios(analysis) : [],
  };
}

function standing(analysis: Analysis) {
  const { from } = analysis.overview.recent;
  return analysis.diagnosis.causes.filter((cause) => CAUSES[cause.cause].kind !== "design" && (cause.to === null || cause.to >= from));
}

function severityOf(analysis: Analysis): Severity {
  const now = standing(analysis);
  if (now.some((cause) => CAUSES[cause.cause].kind === "fault" && cause.to === null)) return "fix";
  return now.length > 0 ? "watch" : "sound";
}

function weeklyRatios({ overview }: Analysis): (number | null)[] {
  const weeks: (number | null)[] = [];
  for (let end = overview.days.length; end >= 7 && weeks.length < 26; end -= 7) {
    let expected = 0;
    let measured = 0;
    for (let k = end - 7; k < end; k++) {
      const [e, m] = [overview.expectedKwh[k], overview.measuredKwh[k]];
      if (e === null || m === null) continue;
      expected += e;
      measured += m;
    }
    weeks.unshift(expected > 0 ? measured / expected : null);
  }
  return weeks;
}
