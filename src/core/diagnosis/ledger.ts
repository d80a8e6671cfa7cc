import type { CauseKind } from "../causes/about";
import { CAUSES, type CauseId } from "../causes/causes";
import type { StandingOverruling } from "../changes/caseRecords";
import { weighEvidence } from "../evidence/weighEvidence";
import type { Contradiction, DangerTold, DiagnosedCause, Diagnosis } from "../formats/diagnosisFile";
import { writeInstant } from "../formats/instant";
import { placeOf } from "../plane/scopePlace";
import type { SiteFile } from "../site/siteSchema";
import { inTerms, termsOf } from "../site/terms";
import { stands } from "./stands";

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
  /** Whether it still stands at the end of the data, though it may have been away just then. */
  stands: boolean;
  evidence: DiagnosedCause["evidence"];
  nextTest: string | null;
  /** What a person says of it over all that, and why; null where nobody did, or without a reason. */
  overruled: { holds: "yes" | "no"; reason: string; author: string; at: string } | null;
}

/** Everything that the case's evidence comes to. */
export interface Ledger {
  entries: LedgerEntry[];
  /** What isn't likelier than not, and still worth a test. */
  suspects: LedgerEntry[];
  contradictions: Contradiction[];
  danger: DangerTold[];
  nextTests: Diagnosis["nextTests"];
  /** What could be there without the data telling it. */
  couldHide: Diagnosis["couldHide"];
  otherEvidence: Diagnosis["otherEvidence"];
}

/**
 * Puts what the data show and what the eye found into one ranked list, as `weighEvidence` does for files. What a person overruled keeps its
 * evidence and its energy, says so, and comes after what stands.
 */
export function buildLedger(
  site: SiteFile,
  diagnosis: Diagnosis | null,
  findings: readonly LedgerFinding[],
  overrulings: readonly StandingOverruling[] = [],
): Ledger {
  const { causes, suspects, contradictions, danger, nextTests, couldHide, otherEvidence } = weighEvidence(site, diagnosis, {
    format: "irradant-evidence/1",
    findings: findings.map(({ pointId, gradeId, place, recordedAt }) => ({
      ...{ point: pointId, grade: gradeId, scope: placeOf(site, place) ? place : "site", at: recordedAt },
    })),
    readings: [],
  });
  const told = (text: string) => inTerms(text, termsOf(site));
  const endMs = diagnosis ? Date.parse(diagnosis.period.to) : Number.POSITIVE_INFINITY;
  const entry = (cause: DiagnosedCause) => entryOf(cause, overrulings, endMs, told);
  const denied = ({ overruled }: LedgerEntry) => Number(overruled?.holds === "no");
  const entries = causes.map(entry).sort((a, b) => denied(a) - denied(b));
  return {
    ...{ entries, suspects: suspects.map(entry), contradictions },
    danger: danger.map((one) => ({ ...one, why: told(one.why), do: told(one.do) })),
    nextTests: nextTests.map((one) => ({ ...one, act: told(one.act), caution: one.caution && told(one.caution) })),
    couldHide: couldHide.map((one) => ({ ...one, look: told(one.look) })),
    otherEvidence: otherEvidence.map((one) => ({ ...one, text: told(one.text) })),
  };
}

function entryOf(
  told: DiagnosedCause,
  overrulings: readonly StandingOverruling[],
  endMs: number,
  inWords: (text: string) => string,
): LedgerEntry {
  const said = overrulings.find(({ cause, scope }) => cause === told.cause && scope === told.scope);
  const { kind, title } = CAUSES[told.cause];
  const inData = told.evidence.some(({ from, weight }) => from === "data" && weight > 0);
  return {
    ...{ cause: told.cause, kind, title, scope: told.scope, lossKwh: told.lossKwh, regainKwh: told.regainKwh },
    ...{ confidence: told.confidence, since: inData ? told.from : null, until: told.to },
    stands: stands({ cause: told.cause, until: told.to }, endMs),
    evidence: told.evidence.map((one) => ({ ...one, text: inWords(one.text) })),
    nextTest: inWords(told.nextTest),
    overruled:
      said && said.fields.holds !== "" && said.fields.reason !== ""
        ? { holds: said.fields.holds, reason: said.fields.reason, author: said.author, at: writeInstant(said.madeMs) }
        : null,
  };
}
