"use client";

import { useCallback, useEffect, useId, useRef, useState } from "react";
import { forgetDraft, type Typed, writeDraft } from "@/field/drafts";
import { theField } from "@/field/field";
import type { Draft } from "@/field/outbox";

/** After so long without a key, what was typed is recorded. */
const RECORD_AFTER_MS = 700;

interface SavedTextProps {
  label: string;
  value: string;
  /** Names on this device what is typed and isn't recorded yet. */
  draft: string;
  /** What recording a text says. */
  says: (text: string) => Draft;
  /** The latest stamp on what is shown. */
  seenMs: number;
  rows?: number;
  most: number;
  /** Under the field: who said so, and when. */
  children?: React.ReactNode;
}

/**
 * A text that is kept in the browser with every key, and recorded when the typing pauses or the field is left. What another
 * person sets meanwhile shows, unless this field holds something that isn't recorded yet.
 */
export function SavedText({ label, value, draft, says, seenMs, rows = 1, most, children }: SavedTextProps) {
  const id = useId();
  const [text, setText] = useState(value);
  const unrecorded = useRef<Typed | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const commit = useCallback(async () => {
    clearTimeout(timer.current);
    const typed = unrecorded.current;
    if (typed === null) return;
    unrecorded.current = null;
    await theField().outbox.record(typed.said, typed.seenMs, undefined, typed.typedMs);
    // Only now may the draft go: a reload can come at any moment.
    forgetDraft(draft, typed);
  }, [draft]);

  useEffect(() => () => void commit(), [commit]);

  useEffect(() => {
    if (unrecorded.current === null) setText(value);
  }, [value]);

  const shared = {
    id,
    className: "field font-normal",
    value: text,
    maxLength: most,
    onChange: (event: React.ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => {
      const next = event.target.value;
      setText(next);
      unrecorded.current = { said: says(next), seenMs, typedMs: Date.now() };
      writeDraft(draft, unrecorded.current);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void commit(), RECORD_AFTER_MS);
    },
    onBlur: () => void commit(),
  };
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="grid gap-1">
        <span className={rows > 1 ? "font-semibold" : "caption"}>{label}</span>
        {rows > 1 ? <textarea rows={rows} {...shared} /> : <input {...shared} />}
      </label>
      {children}
    </div>
  );
}
