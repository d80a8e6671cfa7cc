"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { forgetDraft, type Typed, writeDraft } from "@/field/drafts";
import { theField } from "@/field/field";
import type { Draft } from "@/field/outbox";

/** After so long without a key, what was typed is recorded. */
const RECORD_AFTER_MS = 700;

interface SavedTextOptions {
  /** As it is recorded. */
  value: string;
  /** Names on this device what is typed and isn't recorded yet. */
  draft: string;
  /** What recording a text says. */
  says: (text: string) => Draft;
  /** The latest stamp on what is shown. */
  seenMs: number;
}

/**
 * A text that is kept in the browser with every key, and recorded when the typing pauses or `commit` is called. What another
 * person sets meanwhile shows, unless this one holds something that isn't recorded yet.
 */
export function useSavedText({ value, draft, says, seenMs }: SavedTextOptions) {
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

  const type = (next: string) => {
    setText(next);
    unrecorded.current = { said: says(next), seenMs, typedMs: Date.now() };
    writeDraft(draft, unrecorded.current);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void commit(), RECORD_AFTER_MS);
  };
  return { text, type, commit };
}
