"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { Brief } from "@/server/cases/brief";
import { send } from "../send";
import { sentLately } from "../sentLately";

const FIELDS: { key: keyof Brief; label: string; rows: number }[] = [
  { key: "complaint", label: "Complaint, in the owner's words", rows: 2 },
  { key: "since", label: "Since when; sudden or creeping; after what", rows: 2 },
  { key: "history", label: "History and documents on site", rows: 2 },
  { key: "hazards", label: "Hazards", rows: 2 },
  { key: "access", label: "Access", rows: 2 },
];

const SAVE_AFTER_MS = 700;

/** A brief in the browser: what was typed, and when the server took it. */
interface Draft {
  brief: Brief;
  savedAtMs?: number;
}

/** The brief, saved as it is typed; kept in the browser until the server has it. */
export function BriefForm({ caseId, brief }: { caseId: string; brief: Brief }) {
  const [text, setText] = useState(brief);
  // Nothing is claimed before the browser has been asked for a draft that the server doesn't have.
  const [state, setState] = useState("");
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const router = useRouter();
  const draftKey = `irradant-brief-${caseId}`;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the draft is looked for once, when the bench opens
  useEffect(() => {
    const draft = readDraft();
    if (draft) setText(draft.brief);
    if (!draft || draft.savedAtMs) {
      setState("Saved");
      return;
    }
    setState("Saving");
    void save(draft.brief);
  }, [draftKey]);

  function readDraft(): Draft | null {
    const draft = JSON.parse(localStorage.getItem(draftKey) ?? "null") as Draft | null;
    if (!draft?.savedAtMs || sentLately(draft.savedAtMs)) return draft;
    localStorage.removeItem(draftKey);
    return null;
  }

  const keepDraft = (draft: Draft) => localStorage.setItem(draftKey, JSON.stringify(draft));

  async function save(next: Brief) {
    const answer = await send(`/api/cases/${caseId}/brief`, "PUT", next);
    if ("error" in (answer as object)) setState(`Kept here, not sent yet: ${(answer as { error: string }).error}`);
    else {
      // While it was on its way more may have been typed, which has yet to go.
      if (JSON.stringify(readDraft()?.brief) === JSON.stringify(next)) {
        keepDraft({ brief: next, savedAtMs: Date.now() });
        setState("Saved");
      }
      router.refresh();
    }
  }

  function change(key: keyof Brief, value: string) {
    const next = { ...text, [key]: value };
    setText(next);
    keepDraft({ brief: next });
    setState("Saving");
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void save(next), SAVE_AFTER_MS);
  }

  return (
    <form className="grid gap-4" onSubmit={(event) => event.preventDefault()}>
      {FIELDS.map(({ key, label, rows }) => (
        <label key={key} className="grid gap-1 font-semibold">
          {label}
          <textarea className="field font-normal" rows={rows} value={text[key]} onChange={(event) => change(key, event.target.value)} />
        </label>
      ))}
      <p role="status" className="caption min-h-6">
        {state}
      </p>
    </form>
  );
}
