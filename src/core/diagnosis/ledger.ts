import { CAUSES, type CauseId, type CauseKind } from "../causes/causes";
import type { DiagnosedCause, Diagnosis } from "../formats/diagnosisFile";
import { findGrade, findPoint } from "../inspection/catalogue";
import type { Severity } from "../inspection/severity";

/** A finding as the ledger needs it. */
export interface LedgerFinding {
  id: string;
  pointId: string;
  gradeId: string;
  place: string;
}

export interface LedgerEvidence {
  /** `signature` from data, `finding` from the eye. */
  from: "signature" | "finding";
  text: string;
  weight: number;
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
  since: string | null;
  until: string | null;
  evidence: LedgerEvidence[];
  nextTest: string | null;
}

/** Share of a "fix" weight that each severity carries; a sound point speaks mildly against. */
const SEVERITY_SHARE: Record<Severity, number> = { stop: 1.2, fix: 1, watch: 0.35, sound: -0.35 };

/**
 * Puts what the data show and what the eye found into one ranked list. Signatures and findings for the
 * same cause add their log odds (evidence taken as independent, Good 1950); a cause that only findings
 * speak for appears without energy, once it is more than a whisper.
 */
export function buildLedger(diagnosis: Diagnosis | null, findings: readonly LedgerFinding[]): LedgerEntry[] {
  const entries: LedgerEntry[] = (diagnosis?.causes ?? []).map(fromData);
  const spoken = new Map<CauseId, LedgerEvidence[]>();
  for (const finding of findings) {
    const point = findPoint(finding.pointId);
    const grade = findGrade(finding.pointId, finding.gradeId);
    if (!point || !grade) continue;
    for (const { cause, weight } of point.speaksFor) {
      const text = `${point.title}: ${grade.text}${finding.place ? ` (${finding.place})` : ""}`;
      const list = spoken.get(cause) ?? [];
      list.push({ from: "finding", text, weight: weight * SEVERITY_SHARE[grade.severity] });
      spoken.set(cause, list);
    }
  }
  for (const [cause, evidence] of spoken) {
    const same = entries.filter((entry) => entry.cause === cause);
    for (const entry of same) entry.evidence.push(...evidence);
    if (same.length === 0 && evidence.reduce((sum, { weight }) => sum + weight, 0) >= 0.5) {
      const { kind, title } = CAUSES[cause];
      entries.push({
        cause,
        kind,
        title,
        scope: "site",
        lossKwh: 0,
        regainKwh: 0,
        confidence: 0,
        since: null,
        until: null,
        evidence: [...evidence],
        nextTest: null,
      });
    }
  }
  for (const entry of entries) entry.confidence = probability(entry.cause, entry.evidence);
  return entries.sort((a, b) => b.lossKwh - a.lossKwh || b.confidence - a.confidence);
}

/** Probability of a cause from its prior and its evidence. */
export function probability(cause: CauseId, evidence: readonly { weight: number }[]): number {
  const logOdds = evidence.reduce((sum, { weight }) => sum + weight, CAUSES[cause].priorLogOdds);
  return 1 / (1 + Math.exp(-logOdds));
}

function fromData(found: DiagnosedCause): LedgerEntry {
  const { kind, title } = CAUSES[found.cause];
  return {
    cause: found.cause,
    kind,
    title,
    scope: found.scope,
    lossKwh: found.lossKwh,
    regainKwh: found.regainKwh,
    confidence: found.confidence,
    since: found.from,
    until: found.to,
    evidence: found.evidence.map(({ text, weight }) => ({ from: "signature", text, weight })),
    nextTest: found.nextTest,
  };
}
