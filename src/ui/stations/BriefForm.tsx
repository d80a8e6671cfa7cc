"use client";

import { type BriefFields, MOST_TEXT } from "@/core/changes/change";
import { theField } from "@/field/field";
import type { FieldRecords } from "@/server/cases/openCase";
import { BRIEF_WORDS } from "../field/entryWords";
import { SavedText } from "../field/SavedText";
import { useCaseRecords } from "../field/useCaseRecords";
import { madeBy } from "../walk/FindingHistory";

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
  const { brief: standing } = useCaseRecords(caseId, known, brief);
  return (
    <form className="grid gap-4" onSubmit={(event) => event.preventDefault()}>
      {(Object.keys(BRIEF_WORDS) as (keyof BriefFields)[]).map((name) => {
        const mark = standing.marks[name];
        return (
          <SavedText
            key={name}
            label={BRIEF_WORDS[name]}
            value={standing.fields[name]}
            draft={`brief-${caseId}-${name}`}
            rows={2}
            most={MOST[name] ?? MOST_TEXT}
            onRecord={(text) =>
              theField().outbox.record({ caseId, kind: "brief", recordId: caseId, fields: { [name]: text } }, mark?.madeMs ?? 0)
            }
          >
            {mark ? <p className="caption">{madeBy(mark.madeMs, mark.author, mark.deviceName, timeZone)}</p> : null}
          </SavedText>
        );
      })}
    </form>
  );
}
