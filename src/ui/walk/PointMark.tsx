import type { StandingFinding } from "@/core/changes/caseRecords";
import { ANSWERS, isAnswer } from "@/core/inspection/answers";
import { findGrade } from "@/core/inspection/catalogue";
import { graver, type Severity } from "@/core/inspection/severity";
import { SeverityMark } from "../marks/SeverityMark";

/** How a point stands: the gravest thing that was found there, that it wasn't seen, or a place for what will be. */
export function PointMark({ findings }: { findings: readonly StandingFinding[] }) {
  const severities = findings.flatMap(({ pointId, fields }) => findGrade(pointId, fields.gradeId)?.severity ?? []);
  if (severities.length > 0) return <SeverityMark severity={severities.reduce<Severity>(graver, "sound")} wordless />;
  const [answer] = findings.map(({ fields }) => fields.gradeId).filter(isAnswer);
  return (
    <svg
      viewBox="0 0 20 20"
      className="size-4.5 shrink-0 translate-y-[0.2em]"
      role="img"
      aria-label={answer ? ANSWERS[answer].word : "not looked at yet"}
    >
      {answer ? <path d="M5 10 H15" stroke="var(--quiet)" strokeWidth="2" /> : <circle cx="10" cy="10" r="2" fill="var(--rule-strong)" />}
    </svg>
  );
}
