import type { Picture, StandingFinding } from "@/core/changes/caseRecords";
import type { FindingFields } from "@/core/changes/change";
import type { PhotoMarks } from "@/core/changes/photoMarks";
import { type AnswerId, isAnswer } from "@/core/inspection/answers";
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
  /** Where on a plane it is pinned; empty where nobody did. */
  spot: string;
  /** What was read there, with its unit; empty where nothing was. */
  value: string;
  /** What its sum was worked out from: JSON of inputs; empty where nothing was. */
  sum: string;
  /** Where a site has a field and a roof: at which of them it was looked at. */
  part: FindingFields["part"];
  /** Who saw it, and when. */
  author: string;
  recordedAt: string;
  photos: (Picture & { marks: PhotoMarks })[];
}

/** What was said of a point besides a grade. */
export interface AnswerView {
  pointId: string;
  /** Where a site has a field and a roof: at which of them. */
  part: FindingFields["part"];
  answer: AnswerId;
  /** Why it wasn't seen, in the words of whoever was there; empty where nobody said. */
  why: string;
}

/** Points of which it stands that they weren't seen, or that the site doesn't have them. */
export function standingAnswers(findings: readonly StandingFinding[]): AnswerView[] {
  return findings.flatMap(({ pointId, fields: { gradeId, note, takenBack, part } }) =>
    takenBack || !isAnswer(gradeId) ? [] : [{ pointId, part, answer: gradeId, why: note }],
  );
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
        ...{
          note: fields.note,
          place: fields.place,
          spot: fields.spot,
          value: fields.value,
          sum: fields.sum,
          part: fields.part,
          author,
          recordedAt: new Date(recordedMs).toISOString(),
        },
        photos: photos.flatMap(({ removed, picture, marks }) => (removed || !picture ? [] : [{ ...picture, marks }])),
      },
    ];
  });
}
