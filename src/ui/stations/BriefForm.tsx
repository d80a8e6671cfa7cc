"use client";

import { type BriefFields, type ChangeOf, MOST_TEXT } from "@/core/changes/change";
import type { FieldRecords } from "@/server/cases/openCase";
import { BRIEF_WORDS } from "../field/entryWords";
import { SavedText } from "../field/SavedText";
import { useCaseRecords } from "../field/useCaseRecords";
import { madeBy, madeByDevice } from "../walk/FindingHistory";

const MOST: Partial<Record<keyof BriefFields, number>> = { since: 400 };

/** The brief, each field recorded for itself as it is typed: two who write at the same time keep both. */
export function BriefForm({
  caseId,
  brief,
  known,
  timeZone,
}: {
  caseId: string;
  brief: BriefFields;
  known: FieldRecords;
  timeZone: string;
}) {
  const { brief: standing, briefHistory } = useCaseRecords(caseId, known, brief);
  return (
    <form className="grid gap-4" onSubmit={(event) => event.preventDefault()}>
      {(Object.keys(BRIEF_WORDS) as (keyof BriefFields)[]).map((name) => {
        return (
          <SavedText
            key={name}
            label={BRIEF_WORDS[name]}
            value={standing.fields[name]}
            draft={`brief-${caseId}-${name}`}
            rows={2}
            most={MOST[name] ?? MOST_TEXT}
            says={(text) => ({ caseId, kind: "brief", recordId: caseId, fields: { [name]: text } })}
            seenMs={standing.marks[name]?.madeMs ?? 0}
          >
            <Earlier changes={briefHistory.filter(({ fields }) => fields[name] !== undefined)} name={name} timeZone={timeZone} />
          </SavedText>
        );
      })}
    </form>
  );
}

/** Who wrote a field last, and what stood there before. */
function Earlier({ changes, name, timeZone }: { changes: readonly ChangeOf<"brief">[]; name: keyof BriefFields; timeZone: string }) {
  const last = changes.at(-1);
  if (!last) return null;
  if (changes.length === 1) return <p className="caption">{madeBy(last, timeZone)}</p>;
  return (
    <details className="caption">
      <summary className="min-h-8 content-center">
        {madeBy(last, timeZone)}; {changes.length - 1} earlier
      </summary>
      <ol className="mb-2 grid gap-1 border-l-2 border-rule pl-3">
        {changes.slice(0, -1).map((change) => (
          <li key={change.id} className="wrap-anywhere">
            {madeByDevice(change, timeZone)}: {change.fields[name] || "emptied"}
          </li>
        ))}
      </ol>
    </details>
  );
}
