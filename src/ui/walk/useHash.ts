"use client";

import { useSyncExternalStore } from "react";

/** Heard besides the browser's own event, which doesn't come where the address is replaced. */
const CHANGED = "irradant:hash";

function subscribe(onChange: () => void): () => void {
  window.addEventListener("hashchange", onChange);
  window.addEventListener(CHANGED, onChange);
  return () => {
    window.removeEventListener("hashchange", onChange);
    window.removeEventListener(CHANGED, onChange);
  };
}

const present = () => decodeURIComponent(window.location.hash.slice(1));

/** What stands after the # of the address: it never goes to a server, so that a kept page opens at it without a network. */
export function useHash(): string {
  return useSyncExternalStore(subscribe, present, () => "");
}

/** Writes it, without a step in the browser's history: going back leaves the page. */
export function setHash(hash: string): void {
  // Without a state of its own, so that the application's router learns the address too: its next refresh would bring the old one back.
  window.history.replaceState(null, "", `#${encodeURIComponent(hash)}`);
  window.dispatchEvent(new Event(CHANGED));
}
