"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { DesignLimit } from "@/core/design/rule";
import type { SiteDraft } from "@/core/draft/draft";
import { type History, historyOf, redone, step, undone } from "@/core/draft/history";
import { type ReadDraft, readDraft } from "@/core/draft/readDraft";
import { type DraftSums, limitsOf, sumsOf } from "@/core/draft/sums";

/** A draft that an earlier page left in this browser. */
interface Kept {
  base: number | null;
  draft: SiteDraft;
  atMs: number;
}

export interface DraftState {
  draft: SiteDraft;
  /** Makes a step. @param about what it is about: typing on in one field is one step */
  change: (next: SiteDraft, about?: string) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  /** When what an earlier page left here was typed, while nothing else was done since; else null. */
  keptFromMs: number | null;
  /** Back to what is stored, as a step that can be taken back. */
  discard: () => void;
  /** What the server holds now is what is drawn: nothing is kept here any more. */
  saved: () => void;
  /** Whether it differs from what is stored. */
  changed: boolean;
  read: ReadDraft;
  sums: DraftSums;
  limits: DesignLimit[];
}

const PREFIX = "irradant-site-draft-";

/**
 * A site's draft with its steps, kept in this browser with every step: the one store that is done before the next line runs.
 * @param start what is stored
 * @param base its version, null for a new site
 */
export function useSiteDraft(name: string, start: SiteDraft, base: number | null): DraftState {
  const [history, setHistory] = useState<History<SiteDraft>>(() => historyOf(start));
  const [keptFromMs, setKeptFromMs] = useState<number | null>(null);
  const stored = useRef(start);
  const key = PREFIX + name;

  // After the first drawing: the server drew the page from what is stored.
  useEffect(() => {
    const kept = readKept(key);
    if (kept?.base !== base || !kept) return;
    setHistory((now) => step(now, kept.draft));
    setKeptFromMs(kept.atMs);
  }, [key, base]);

  const go = useCallback(
    (make: (now: History<SiteDraft>) => History<SiteDraft>) => {
      setKeptFromMs(null);
      setHistory((now) => {
        const next = make(now);
        keep(key, next.present === stored.current ? null : { base, draft: next.present, atMs: Date.now() });
        return next;
      });
    },
    [key, base],
  );
  const { present: draft } = history;
  return {
    draft,
    change: useCallback((next, about) => go((now) => step(now, next, about ?? null)), [go]),
    undo: history.past.length > 0 ? () => go(undone) : null,
    redo: history.future.length > 0 ? () => go(redone) : null,
    keptFromMs,
    discard: () => go((now) => step(now, stored.current)),
    saved: () => {
      stored.current = draft;
      keep(key, null);
    },
    changed: draft !== stored.current,
    ...useMemo(() => ({ read: readDraft(draft), sums: sumsOf(draft), limits: limitsOf(draft) }), [draft]),
  };
}

function keep(key: string, kept: Kept | null): void {
  try {
    if (kept === null) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(kept));
  } catch {
    // Denied or full: the page itself still holds it.
  }
}

function readKept(key: string): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? "null") as Kept | null;
    return kept && Array.isArray(kept.draft?.planes) && Array.isArray(kept.draft?.strings) ? kept : null;
  } catch {
    return null;
  }
}
