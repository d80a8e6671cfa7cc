"use client";

import { OctagonX } from "lucide-react";
import { useState } from "react";
import type { StandingFinding } from "@/core/changes/caseRecords";
import { type BriefFields, MOST_TEXT } from "@/core/changes/change";
import { latestMs } from "@/core/changes/standing";
import { CLEARED, STOP_WORK } from "@/core/inspection/catalogue/apart";
import type { FieldRecords } from "@/server/cases/openCase";
import { SavedText } from "../field/SavedText";
import { useCaseRecords } from "../field/useCaseRecords";
import { instantText } from "../marks/words";
import { useFindings } from "./useFindings";

interface StopWorkProps {
  caseId: string;
  known: FieldRecords;
  brief: BriefFields;
  timeZone: string;
}

/** Why work is mostly stopped, for one touch. */
const MOSTLY = ["wind", "wet or ice", "lightning", "live metal", "no anchor", "somebody is hurt"] as const;

/** Whether the work of a case is stopped, and what can be done about it. */
function useStops({ caseId, known, brief }: Omit<StopWorkProps, "timeZone">) {
  const { findings } = useCaseRecords(caseId, known, brief);
  const actions = useFindings(caseId);
  const stopped = findings.filter(
    ({ pointId, fields }) => pointId === STOP_WORK && !fields.takenBack && fields.gradeId !== CLEARED && fields.gradeId !== "",
  );
  return { findings, actions, stopped };
}

/** Stops the work with one tap, where it isn't stopped yet. */
export function StopNow(props: Omit<StopWorkProps, "timeZone">) {
  const { actions, stopped } = useStops(props);
  return stopped.length > 0 ? null : <StopButton onStop={() => actions.add(STOP_WORK, { gradeId: "stop" })} />;
}

/** On every station of a case: that its work is stopped, and why, until a person clears it. */
export function StopBanner({ timeZone, ...props }: StopWorkProps) {
  const { findings, actions, stopped } = useStops(props);
  const [cleared, setCleared] = useState<StandingFinding | null>(null);
  if (stopped.length === 0) {
    return cleared ? (
      <p role="status" className="no-print flex items-center gap-3">
        Cleared: work may go on.
        <button
          type="button"
          className="button"
          onClick={() => {
            void actions.change(findings.find(({ id }) => id === cleared.id) ?? cleared, { gradeId: "stop" });
            setCleared(null);
          }}
        >
          Undo
        </button>
      </p>
    ) : null;
  }
  return stopped.map((finding) => (
    <section key={finding.id} aria-label="Work stopped" className="no-print mb-2 w-full border-4 border-stop bg-raised p-3">
      <p role="alert" className="flex gap-2 text-lg font-bold text-stop">
        <OctagonX className="mt-0.5 size-6 shrink-0" aria-hidden="true" />
        Work is stopped{finding.fields.note ? `: ${finding.fields.note}` : ""}. Nobody goes on until it is cleared.
      </p>
      <p className="caption">
        {instantText(new Date(finding.recordedMs).toISOString(), timeZone)}
        {finding.author ? ` by ${finding.author}` : ""}
      </p>
      {finding.fields.note === "" ? (
        <div className="mt-2 flex flex-wrap gap-2">
          {MOSTLY.map((why) => (
            <button key={why} type="button" className="button" onClick={() => void actions.change(finding, { note: why })}>
              {why}
            </button>
          ))}
        </div>
      ) : null}
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <div className="min-w-56 flex-1">
          <SavedText
            label="Why"
            value={finding.fields.note}
            draft={`note-${finding.id}`}
            most={MOST_TEXT}
            says={(note) => actions.saying(finding, { note })}
            seenMs={latestMs(finding)}
          />
        </div>
        <button
          type="button"
          className="button min-h-11"
          onClick={() => {
            setCleared(finding);
            void actions.change(finding, { gradeId: CLEARED });
          }}
        >
          Clear it: work may go on
        </button>
      </div>
    </section>
  ));
}

/** One tap, no question: what was stopped for nothing is cleared as fast. */
export function StopButton({ onStop }: { onStop: () => void }) {
  return (
    <button type="button" className="button min-h-11 border-stop px-3 text-stop" onClick={onStop}>
      <OctagonX className="size-5" aria-hidden="true" /> Stop work
    </button>
  );
}
