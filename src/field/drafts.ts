import type { Draft, Outbox } from "./outbox";

/** What is being typed and isn't recorded yet: what it will say, and since when. */
export interface Typed {
  said: Draft;
  /** The latest stamp that stood on the record, see `Outbox.record`. */
  seenMs: number;
  typedMs: number;
}

/**
 * Written with every key: the one store of a browser that is done before the next line runs, so that a crash between two keys
 * loses neither. Where it is denied, what is typed lives as long as its field.
 */
const PREFIX = "irradant-draft-";

/** Null forgets it. */
export function writeDraft(name: string, typed: Typed | null): void {
  try {
    if (typed === null) localStorage.removeItem(PREFIX + name);
    else localStorage.setItem(PREFIX + name, JSON.stringify(typed));
  } catch {
    // Denied or full: the field itself still holds it.
  }
}

/** Forgets what was typed, unless more was typed since. */
export function forgetDraft(name: string, typed: Typed): void {
  if (readDraft(PREFIX + name)?.typedMs === typed.typedMs) writeDraft(name, null);
}

/**
 * Records what earlier pages left behind, whatever page is open now: they were closed between a key and the pause after it. It
 * counts from when it was typed.
 */
export async function recordDrafts(outbox: Outbox): Promise<void> {
  for (const key of draftKeys()) {
    const typed = readDraft(key);
    if (!typed) continue;
    await outbox.record(typed.said, typed.seenMs, undefined, typed.typedMs);
    forgetDraft(key.slice(PREFIX.length), typed);
  }
}

function draftKeys(): string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));
  } catch {
    return [];
  }
}

function readDraft(key: string): Typed | null {
  try {
    const typed = JSON.parse(localStorage.getItem(key) ?? "null") as Typed | null;
    return typed?.said ? typed : null;
  } catch {
    return null;
  }
}
