"use client";

import { useCallback, useEffect, useId, useRef, useState } from "react";
import { readDraft, writeDraft } from "@/field/drafts";

/** After so long without a key, what was typed is recorded. */
const RECORD_AFTER_MS = 700;

interface SavedTextProps {
  label: string;
  value: string;
  /** Names what is typed and isn't recorded yet, on this device. */
  draft: string;
  /** Resolves once the text is kept on this device. */
  onRecord: (text: string) => Promise<unknown>;
  rows?: number;
  most: number;
  /** Under the field: who said so, and when. */
  children?: React.ReactNode;
}

/**
 * A text that is kept in the browser with every key, and recorded when the typing pauses or the field is left. What another
 * person sets meanwhile shows, unless this field holds something that isn't recorded yet.
 */
export function SavedText({ label, value, draft, onRecord, rows = 1, most, children }: SavedTextProps) {
  const id = useId();
  const [text, setText] = useState(value);
  const unrecorded = useRef<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const record = useRef(onRecord);
  record.current = onRecord;

  const commit = useCallback(async () => {
    clearTimeout(timer.current);
    const next = unrecorded.current;
    if (next === null) return;
    unrecorded.current = null;
    await record.current(next);
    // Only now may the draft go: a reload can come at any moment. What was typed meanwhile is a draft of its own.
    if (readDraft(draft) === next) writeDraft(draft, null);
  }, [draft]);

  // A draft that an earlier page left behind is recorded.
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is looked for when the field opens, not at every new value
  useEffect(() => {
    const left = readDraft(draft);
    if (left === value) writeDraft(draft, null);
    else if (left !== null) {
      setText(left);
      unrecorded.current = left;
      void commit();
    }
    return () => void commit();
  }, [draft, commit]);

  useEffect(() => {
    if (unrecorded.current === null) setText(value);
  }, [value]);

  const shared = {
    className: "field font-normal",
    value: text,
    maxLength: most,
    onChange: (event: React.ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => {
      const next = event.target.value;
      setText(next);
      unrecorded.current = next;
      writeDraft(draft, next);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void commit(), RECORD_AFTER_MS);
    },
    onBlur: () => void commit(),
  };
  return (
    <div className="grid gap-1">
      <label htmlFor={id} className="grid gap-1">
        <span className={rows > 1 ? "font-semibold" : "caption"}>{label}</span>
        {rows > 1 ? <textarea id={id} rows={rows} {...shared} /> : <input id={id} {...shared} />}
      </label>
      {children}
    </div>
  );
}
