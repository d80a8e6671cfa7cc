import { literal } from "sequelize";
import { CAUSES, type CauseId } from "@/core/causes/causes";
import { causePlace } from "@/core/diagnosis/causeWords";
import { dayWorth } from "@/core/diagnosis/dayWorth";
import type { AnalysisSummary } from "@/core/diagnosis/summary";
import { IrradantError } from "@/core/errors/errors";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import { graver, type Severity } from "@/core/inspection/severity";
import { siteName, siteNameplateW } from "@/core/site/lookups";
import { placeWords } from "@/core/site/places";
import { type Terms, termsOf } from "@/core/site/terms";
import { AsBuiltRecord, CaseRecord, FindingRecord, SiteRecord } from "@/db/models/records";
import { AnalysisRecord } from "@/db/models/series";
import { type Actor, allow } from "./actor";
import { beginAnalysis, isCurrent, isStopped, readSummary } from "./analysis/analysis";
import { readOnce } from "./readCache";
import { parsedAsBuilt } from "./sites/asBuilt";

/** One site in the order of the day. */
export interface TriageRow {
  siteId: string;
  name: string;
  /** Null where the description can't be read. */
  nameplateKw: number | null;
  lossKwhPerDay: number | null;
  moneyPerDay: number | null;
  /** How well that is known, either way; in money where there is a tariff. */
  bandPerDay: number | null;
  currency: string | null;
  /** The last day of data that the loss is told from. */
  asOf: string | null;
  countedDays: number;
  /** Where someone can be hurt, as it was found: what, and where; null where nothing is. */
  danger: string | null;
  /** The gravest thing that stands, from findings and data. */
  severity: Severity | null;
  /** Causes that stand at present, worst first. */
  standing: readonly { cause: CauseId; title: string; scope: string; place: string; from: string; to: string | null }[];
  /** What is built so and takes a noticeable part. */
  traits: readonly { cause: CauseId; scope: string; place: string; share: number }[];
  /** Light of the last days over a clear sky's, and what is usual then. */
  light: { share: number; usual: number } | null;
  /** Why there is no comparison, or what else is wrong with this row alone. */
  problem: string | null;
  /** When the figures were worked out, where the data have changed since; null where they are up to date. */
  outdatedSince: string | null;
  /** Whether its figures are being worked out. */
  working: boolean;
  timeZone: string;
  cases: readonly { id: string; title: string; kind: string; openedAt: string }[];
  /** Measured over expected of the last weeks, oldest first. */
  weekly: readonly (number | null)[];
}

interface Triage {
  rows: TriageRow[];
  /** Sites whose analysis isn't of their present data. */
  outdated: string[];
}

/** All sites: danger first, then by what they lose a day. One that can't be read says so in its row and spoils no other. */
export async function triage(actor: Actor): Promise<TriageRow[]> {
  allow(actor, "read");
  const { rows, outdated } = await readOnce(`triage ${actor.id}`, readTriage);
  for (const siteId of outdated) beginAnalysis(siteId);
  // What was stopped is known to this process alone, and isn't kept with the rows.
  return rows.map((row) => (row.working && isStopped(row.siteId) ? { ...row, working: false } : row));
}

async function readTriage(): Promise<Triage> {
  const sites = await SiteRecord.findAll({
    include: [
      { model: AnalysisRecord, as: "analysis", attributes: ["key", "summary", "madeAt"] },
      {
        model: CaseRecord,
        as: "cases",
        attributes: ["id", "title", "kind", "openedAt"],
        where: { closedAt: null },
        required: false,
        include: [
          {
            model: FindingRecord,
            as: "findings",
            attributes: ["pointId", "gradeId", "place"],
            where: { withdrawnAt: null },
            required: false,
          },
        ],
      },
    ],
    order: [
      ["name", "ASC"],
      [{ model: CaseRecord, as: "cases" }, "openedAt", "DESC"],
    ],
  });
  const texts = await presentTexts();
  const rows = sites.map((site) => rowOf(site, texts.get(site.id)));
  rows.sort((a, b) => danger(b) - danger(a) || dayWorth(b) - dayWorth(a));
  return { rows, outdated: sites.filter((site) => !isCurrent(site, site.analysis?.key)).map(({ id }) => id) };
}

/** The present as-built of every site, as stored. */
async function presentTexts(): Promise<Map<string, string>> {
  // No table is named: a bundler shortens the models' names.
  const where = literal(
    `(siteId, version) IN (SELECT siteId, version FROM (SELECT siteId, version,
      row_number() OVER (PARTITION BY siteId ORDER BY validFrom DESC, version DESC) AS place FROM as_built) WHERE place = 1)`,
  );
  const versions = await AsBuiltRecord.findAll({ attributes: ["siteId", "siteFile"], where, raw: true });
  return new Map(versions.map(({ siteId, siteFile }) => [siteId, siteFile]));
}

function danger(row: TriageRow): number {
  return row.severity === "stop" ? 1 : 0;
}

function rowOf(record: SiteRecord, text: string | undefined): TriageRow {
  const summary = record.analysis ? readSummary(record.analysis.summary) : null;
  const working = !isCurrent(record, record.analysis?.key);
  const { placeOf, ...described } = description(record, text);
  const findings = (record.cases ?? []).flatMap((open) => open.findings ?? []);
  const severities = findings.flatMap(({ pointId, gradeId }) => findGrade(pointId, gradeId)?.severity ?? []);
  const stop = findings.find(({ pointId, gradeId }) => findGrade(pointId, gradeId)?.severity === "stop");
  return {
    siteId: record.id,
    ...described,
    danger: stop ? stopText(stop, text) : null,
    lossKwhPerDay: summary?.recent?.lossKwhPerDay ?? null,
    moneyPerDay: summary?.recent?.moneyPerDay ?? null,
    bandPerDay: summary?.recent?.moneyBandPerDay ?? summary?.recent?.bandKwhPerDay ?? null,
    asOf: summary?.recent?.to ?? null,
    countedDays: summary?.recent?.days ?? 0,
    // Of a site that can't be read nobody can say that it is sound.
    severity: severities.reduce<Severity | null>(
      (worst, one) => (worst ? graver(worst, one) : one),
      described.problem ? "watch" : (summary?.severity ?? null),
    ),
    traits: (summary?.traits ?? []).map((one) => ({ ...one, place: placeOf(one) })),
    light: summary?.recent?.light ?? null,
    standing: (summary?.standing ?? []).map((one) => ({ ...one, title: CAUSES[one.cause].title, place: placeOf(one) })),
    problem: described.problem ?? problemOf(summary),
    outdatedSince: record.analysis && working ? record.analysis.madeAt.toISOString() : null,
    working,
    cases: (record.cases ?? []).map(({ id, title, kind, openedAt }) => ({ id, title, kind, openedAt: openedAt.toISOString() })),
    weekly: summary?.weekly ?? [],
  };
}

/** A finding of danger in words, with its place. */
function stopText({ pointId, gradeId, place }: FindingRecord, text: string | undefined): string {
  const said = (terms?: Terms) => `${findPoint(pointId, terms)?.title}: ${findGrade(pointId, gradeId, terms)?.text}`;
  try {
    const site = parsedAsBuilt("", text ?? "");
    return place === "" ? said(termsOf(site)) : `${said(termsOf(site))} (${placeWords(site, place)})`;
  } catch {
    // Of a site that can't be read its row says so; the danger stands all the same.
    return place === "" ? said() : `${said()} (${place})`;
  }
}

function problemOf(summary: AnalysisSummary | null): string | null {
  if (!summary) return "Its data are being compared for the first time";
  if (summary.missing.length > 0) return `No ${summary.missing.join(" and no ")} data yet`;
  return summary.refused;
}

/** What the description says of the site; where it can't be read the row stands with the reason. */
function description(
  record: SiteRecord,
  text: string | undefined,
): Pick<TriageRow, "name" | "nameplateKw" | "currency" | "timeZone" | "problem"> & {
  placeOf: (at: { cause: CauseId; scope: string }) => string;
} {
  try {
    const site = parsedAsBuilt(record.id, text ?? "");
    return {
      name: siteName(site),
      nameplateKw: siteNameplateW(site) / 1000,
      currency: site.tariff?.currency ?? null,
      timeZone: site.location.timeZone,
      problem: null,
      placeOf: (at) => causePlace(site, at, "technician"),
    };
  } catch (error) {
    if (!(error instanceof IrradantError)) throw error;
    return { name: record.name, nameplateKw: null, currency: null, timeZone: "UTC", problem: error.message, placeOf: ({ scope }) => scope };
  }
}
