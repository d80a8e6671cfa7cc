import type { StandingFinding } from "@/core/changes/caseRecords";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import type { Severity } from "@/core/inspection/severity";
import type { Terms } from "@/core/site/terms";

/** A standing finding in the words of the walk. */
export interface FindingView {
  id: string;
  pointId: string;
  pointTitle: string;
  gradeId: string;
  gradeText: string;
  severity: Severity;
  note: string;
  place: string;
  /** Who saw it, and when. */
  author: string;
  recordedAt: string;
  photos: { id: string; widthPx: number; heightPx: number }[];
}

/** The findings that stand, in the walk's words: not those taken back, nor those whose grade or point isn't known here. */
export function standingFindings(findings: readonly StandingFinding[], terms: Terms): FindingView[] {
  return findings.flatMap(({ id, pointId, fields, author, recordedMs, photos }) => {
    const point = findPoint(pointId, terms);
    const grade = findGrade(pointId, fields.gradeId, terms);
    if (fields.takenBack || !point || !grade) return [];
    return [
      {
        ...{ id, pointId, pointTitle: point.title, gradeId: grade.id, gradeText: grade.text, severity: grade.severity },
        ...{ note: fields.note, place: fields.place, author, recordedAt: new Date(recordedMs).toISOString() },
        photos: photos.flatMap(({ removed, picture }) => (removed || !picture ? [] : [picture])),
      },
    ];
  });
}
