import { Undo2 } from "lucide-react";
import type { StandingFinding } from "@/core/changes/caseRecords";
import { ANSWERS, isAnswer } from "@/core/inspection/answers";
import { findGrade } from "@/core/inspection/catalogue";
import { type Item, isAt } from "./rounds";

/** What was said of the point before this one, as the next one comes by itself: a touch too much is seen, and led back from. */
export function Before({
  items,
  place,
  standing,
  onOpen,
}: {
  items: readonly Item[];
  place: number;
  standing: readonly StandingFinding[];
  onOpen: (place: number) => void;
}) {
  const before = items[place - 1];
  const said = before ? standing.findLast((finding) => isAt(before, finding)) : undefined;
  if (!before || !said) return null;
  const { gradeId } = said.fields;
  const words = isAnswer(gradeId) ? ANSWERS[gradeId].word : findGrade(before.point.id, gradeId)?.text;
  return (
    <button
      type="button"
      className="flex min-h-11 w-full items-center gap-2 border-b border-rule text-left text-sm text-quiet"
      onClick={() => onOpen(place - 1)}
    >
      <Undo2 className="size-4 shrink-0" aria-hidden="true" />
      <span className="min-w-0 truncate">
        <span className="sr-only">Back to </span>
        {before.point.title}: {words}
      </span>
    </button>
  );
}
