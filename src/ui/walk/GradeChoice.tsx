import { ANSWERS, type AnswerId } from "@/core/inspection/answers";
import type { Point } from "@/core/inspection/point";
import { SeverityMark } from "../marks/SeverityMark";

/** The grades of a point as large targets, each one touch or one key, and below them that it wasn't seen or isn't here. */
export function GradeChoice({ point, gradeId, onChoose }: { point: Point; gradeId: string; onChoose: (gradeId: string) => void }) {
  const look = (chosen: boolean) =>
    `flex items-center gap-3 border-2 px-3 text-left ${chosen ? "border-ink bg-raised font-semibold" : "border-rule-strong bg-paper hover:bg-raised"}`;
  return (
    <div role="group" aria-label={`Grade of ${point.title}`} className="mt-3 grid gap-2">
      {point.grades.map((grade) => (
        <button
          key={grade.id}
          id={`grade-${grade.id}`}
          type="button"
          aria-pressed={gradeId === grade.id}
          className={`min-h-14 py-2 ${look(gradeId === grade.id)}`}
          onClick={() => onChoose(grade.id)}
        >
          <span className="w-20 shrink-0">
            <SeverityMark severity={grade.severity} />
          </span>
          <span>{grade.text}</span>
        </button>
      ))}
      <div className="grid grid-cols-2 gap-2">
        {(Object.keys(ANSWERS) as AnswerId[]).map((answer) => (
          <button
            key={answer}
            type="button"
            aria-pressed={gradeId === answer}
            className={`min-h-11 justify-center ${look(gradeId === answer)}`}
            onClick={() => onChoose(answer)}
          >
            {ANSWERS[answer].word}
          </button>
        ))}
      </div>
    </div>
  );
}
