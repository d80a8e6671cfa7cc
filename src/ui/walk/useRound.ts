"use client";

import { useCallback, useSyncExternalStore } from "react";
import type { RoundId } from "./rounds";

const CHANGED = "irradant:walk-round";
/** For a browser that keeps nothing: it asks again next time. */
const unkept = new Map<string, string>();

function subscribe(onChange: () => void): () => void {
  window.addEventListener(CHANGED, onChange);
  return () => window.removeEventListener(CHANGED, onChange);
}

/** Which round a device walks in a case, or null where nobody chose; remembered as long as its browser remembers anything. */
export function useRound(caseId: string): [RoundId | null, (round: RoundId) => void] {
  const name = `irradant:walk-round:${caseId}`;
  const kept = useSyncExternalStore(
    subscribe,
    () => read(name),
    () => null,
  );
  const choose = useCallback(
    (round: RoundId) => {
      unkept.set(name, round);
      try {
        window.localStorage.setItem(name, round);
      } catch {
        // It stands in `unkept` until the page is left.
      }
      window.dispatchEvent(new Event(CHANGED));
    },
    [name],
  );
  return [kept === "quick" || kept === "whole" ? kept : null, choose];
}

function read(name: string): string | null {
  try {
    return window.localStorage.getItem(name) ?? unkept.get(name) ?? null;
  } catch {
    return unkept.get(name) ?? null;
  }
}
