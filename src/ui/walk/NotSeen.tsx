"use client";

import type { StandingFinding } from "@/core/changes/caseRecords";
import { MOST_TEXT } from "@/core/changes/change";
import { latestMs } from "@/core/changes/standing";
import { NOT_SEEN_BECAUSE } from "@/core/inspection/answers";
import { SavedText } from "../field/SavedText";
import type { useFindings } from "./useFindings";

interface NotSeenProps {
  finding: StandingFinding;
  actions: ReturnType<typeof useFindings>;
  onTakeBack: () => void;
  onDone: () => void;
}

/** Why a point wasn't seen: mostly one touch, else in words. */
export function NotSeen({ finding, actions, onTakeBack, onDone }: NotSeenProps) {
  const { gradeId, note } = finding.fields;
  const asks = gradeId === "not-seen";
  return (
    <div className="mt-3 grid gap-3">
      {asks ? (
        <fieldset>
          <legend className="font-semibold">Why not?</legend>
          <div className="mt-1 flex flex-wrap gap-2">
            {NOT_SEEN_BECAUSE.map((why) => (
              <button
                key={why}
                type="button"
                className={`button ${note === why ? "border-ink bg-sunken font-bold" : ""}`}
                aria-pressed={note === why}
                onClick={() => {
                  void actions.change(finding, { note: why });
                  onDone();
                }}
              >
                {why}
              </button>
            ))}
          </div>
        </fieldset>
      ) : null}
      <SavedText
        label={asks ? "In other words" : "Note"}
        value={note}
        draft={`note-${finding.id}`}
        most={MOST_TEXT}
        says={(typed) => actions.saying(finding, { note: typed })}
        seenMs={latestMs(finding)}
      />
      <div>
        <button type="button" className="button" onClick={onTakeBack}>
          Take back
        </button>
      </div>
    </div>
  );
}
