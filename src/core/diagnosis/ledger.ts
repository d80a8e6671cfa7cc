import { CAUSES, type CauseId, type CauseKind } from "../causes/causes";
import { weighEvidence } from "../evidence/weighEvidence";
import type { Contradiction, DangerTold, DiagnosedCause, Diagnosis } from "../formats/diagnosisFile";
import { placeOf } from "../plane/scopePlace";
import type { SiteFile } from "../site/siteSchema";

/** A finding as the ledger needs it. */
export interface LedgerFinding {
  pointId: string;
  gradeId: string;
  /** Scope of where it was seen; empty, or one that this site doesn't know, stands for the whole site. */
  place: string;
  recordedAt: string;
}

/** A cause as it stands with all evidence so far. */
export interface LedgerEntry {
  cause: CauseId;
  kind: CauseKind;
  title: string;
  scope: string;
  lossKwh: number;
  /** What mending it alone would have brought back. */
  regainKwh: number;
  /** Probability from the sum of prior and evidence in log odds. */
  confidence: number;
  /** Null of what the data don't show. */
  since: string | null;
  until: string | null;
  evidence: DiagnosedCause["evidence"];
  nextTest: string | null;
}

/** Everything that the case's evidence comes to. */
export interface Ledger {
  entries: LedgerEntry[];
  /** What isn't likelier than not, and still worth a test. */
  suspects: LedgerEntry[];
  contradictions: Contradiction[];
  danger: DangerTold[];
  nextTests: Diagnosis["nextTests"];
  otherEvidence: Diagnosis["otherEvidence"];
}

/** Puts what the data show and what the eye found into one ranked list, as `weighEvidence` does for files. */
export function buildLedger(site: SiteFile, diagnosis: Diagnosis | null, findings: readonly LedgerFinding[]): Ledger {
  const { causes, suspects, contradictions, danger, nextTests, otherEvidence } = weighEvidence(site, diagnosis, {
    format: "irradant-evidence/1",
    findings: findings.map(({ pointId, gradeId, place, recordedAt }) => ({
      ...{ point: pointId, grade: gradeId, scope: placeOf(site, place) ? place : "site", at: recordedAt },
    })),
    readings: [],
  });
  return { entries: causes.map(entryOf), suspects: suspects.map(entryOf), contradictions, danger, nextTests, otherEvidence };
}

function entryOf(told: DiagnosedCause): LedgerEntry {
  const { kind, title } = CAUSES[told.cause];
  const inData = told.evidence.some(({ from, weight }) => from === "data" && weight > 0);
  return {
    ...{ cause: told.cause, kind, title, scope: told.scope, lossKwh: told.lossKwh, regainKwh: told.regainKwh },
    ...{ confidence: told.confidence, since: inData ? told.from : null, until: told.to },
    ...{ evidence: told.evidence, nextTest: told.nextTest },
  };
}
