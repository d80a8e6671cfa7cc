import type { Point } from "@/core/inspection/point";
import { SeverityMark } from "../marks/SeverityMark";

/** The grades of a point as large targets. */
export function GradeChoice({ point, gradeId, onChoose }: { point: Point; gradeId: string; onChoose: (gradeId: string) => void }) {
  return (
    <div role="radiogroup" aria-label={`Grade of ${point.title}`} className="mt-3 grid gap-2 sm:grid-cols-2">
      {point.grades.map((grade) => {
        const chosen = gradeId === grade.id;
        return (
          <label
            key={grade.id}
            className={`flex min-h-14 items-center gap-3 border-2 px-3 py-2 has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-act ${
              chosen ? "border-ink bg-raised font-semibold" : "border-rule-strong bg-paper"
            }`}
          >
            <input type="radio" name={`grade-${point.id}`} className="sr-only" checked={chosen} onChange={() => onChoose(grade.id)} />
            <span className="w-20 shrink-0">
              <SeverityMark severity={grade.severity} />
            </span>
            <span>{grade.text}</span>
          </label>
        );
      })}
    </div>
  );
}
