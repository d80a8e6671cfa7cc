import type { StandingFinding } from "@/core/changes/caseRecords";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import { SEVERITIES, type Severity } from "@/core/inspection/severity";

/** What of the recorded findings is shown. */
export interface RecordedFilter {
  today: boolean;
  mine: boolean;
  /** Empty for all, also for what has no severity. */
  severities: ReadonlySet<Severity>;
  words: string;
}

export const EVERYTHING: RecordedFilter = { today: false, mine: false, severities: new Set(), words: "" };

/** Severities that occur, gravest first. */
export function severitiesOf(findings: readonly StandingFinding[]): Severity[] {
  const there = new Set(findings.flatMap(({ pointId, fields }) => findGrade(pointId, fields.gradeId)?.severity ?? []));
  return SEVERITIES.filter((severity) => there.has(severity));
}

/**
 * The findings that a filter leaves.
 * @param author who holds the device
 * @param dayOf the local day of an instant
 */
export function filtered(
  findings: readonly StandingFinding[],
  { today, mine, severities, words }: RecordedFilter,
  author: string,
  dayOf: (ms: number) => string,
  nowMs: number,
): StandingFinding[] {
  const wanted = words.trim().toLowerCase().split(/\s+/).filter(Boolean);
  return findings.filter((finding) => {
    const { pointId, fields, recordedMs } = finding;
    const grade = findGrade(pointId, fields.gradeId);
    if (today && dayOf(recordedMs) !== dayOf(nowMs)) return false;
    if (mine && finding.author !== author) return false;
    if (severities.size > 0 && !(grade && severities.has(grade.severity))) return false;
    const text = [findPoint(pointId)?.title, grade?.text, fields.note, fields.place, fields.value, finding.author].join(" ").toLowerCase();
    return wanted.every((word) => text.includes(word));
  });
}
