"use client";

import type { StandingOverruling } from "@/core/changes/caseRecords";
import { type BriefFields, MOST_TEXT, type OverrulingFields } from "@/core/changes/change";
import { latestMs } from "@/core/changes/standing";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { theField } from "@/field/field";
import type { Draft } from "@/field/outbox";
import { newUuid } from "@/field/uuid";
import type { FieldRecords } from "@/server/cases/openCase";
import { SavedText } from "../field/SavedText";
import { useCaseRecords } from "../field/useCaseRecords";
import { instantText } from "../marks/words";

export interface OverrulingProps {
  caseId: string;
  entry: Pick<LedgerEntry, "cause" | "scope">;
  known: FieldRecords;
  brief: BriefFields;
  timeZone: string;
}

/** A person's own word on a cause, with the reason, over what the evidence comes to: recorded like a finding, also without a network, and taken back as one. */
export function Overruling({ caseId, entry: { cause, scope }, known, brief, timeZone }: OverrulingProps) {
  const { overrulings } = useCaseRecords(caseId, known, brief);
  const said = overrulings.find((one) => one.cause === cause && one.scope === scope);
  const saying = (recordId: string, fields: Partial<OverrulingFields>): Draft => ({
    ...{ caseId, kind: "overruling", recordId, cause, scope, fields },
  });
  if (said) return <Said said={said} saying={(fields) => saying(said.id, fields)} timeZone={timeZone} />;
  const begin = (holds: "yes" | "no") => void theField().outbox.record(saying(newUuid(), { holds, reason: "", takenBack: false }));
  return (
    <p className="mt-3 flex flex-wrap items-baseline gap-x-3">
      <span className="caption">You know better?</span>
      <button type="button" className="min-h-8 text-act underline" onClick={() => begin("no")}>
        It is not so
      </button>
      <button type="button" className="min-h-8 text-act underline" onClick={() => begin("yes")}>
        It is so
      </button>
    </p>
  );
}

function Said({
  said,
  saying,
  timeZone,
}: {
  said: StandingOverruling;
  saying: (fields: Partial<OverrulingFields>) => Draft;
  timeZone: string;
}) {
  const { holds, reason } = said.fields;
  return (
    <div className="mt-3 max-w-2xl border-l-4 border-ink bg-raised p-3">
      <p className="font-semibold">{holds === "no" ? "Overruled: it is not so" : "Confirmed: it is so"}</p>
      <SavedText
        label="Reason"
        value={reason}
        draft={`overruling-${said.id}`}
        rows={2}
        most={MOST_TEXT}
        says={(text) => saying({ reason: text })}
        seenMs={said.marks.reason?.madeMs ?? 0}
      >
        <span className="caption">
          {reason === "" ? "Say why: without a reason it counts for nothing. " : ""}
          {said.author || "Unnamed"}, {instantText(new Date(said.madeMs).toISOString(), timeZone)}. Evidence and energies stay as they are.
        </span>
      </SavedText>
      <button
        type="button"
        className="button mt-2"
        onClick={() => void theField().outbox.record(saying({ takenBack: true }), latestMs(said))}
      >
        Take back
      </button>
    </div>
  );
}
