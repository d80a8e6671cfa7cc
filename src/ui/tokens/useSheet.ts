"use client";

import { useSyncExternalStore } from "react";

/** Which sheet lies open, for drawings whose colours are worked out. */
export function useSheet(): string {
  return useSyncExternalStore(
    (changed) => {
      const sheet = new MutationObserver(changed);
      sheet.observe(document.documentElement, { attributeFilter: ["data-sheet"] });
      return () => sheet.disconnect();
    },
    () => document.documentElement.dataset.sheet ?? "light",
    () => "light",
  );
}
