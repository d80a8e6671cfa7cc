"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { recordDrafts } from "@/field/drafts";
import { isOnItsWay } from "@/field/entry";
import { askToKeep, theField } from "@/field/field";

/** After so long without a change, what is recorded goes out: a tap and its undo go together. */
const SOON_MS = 150;
/** Between one showing of what was sent and the next, ms. */
const REFRESH_MS = 2000;

/**
 * Sends what waits on this device for as long as a page is open: at once when something is recorded, when the network comes
 * back or the page is looked at again, and else in growing pauses. Pages are brought up to date by what was sent.
 */
export function useSending(): void {
  const router = useRouter();
  useEffect(() => {
    const { outbox, sender } = theField();
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    let refreshedMs = Number.NEGATIVE_INFINITY;
    let refreshing: ReturnType<typeof setTimeout> | undefined;
    // At once, and then no more often than a person reads: each is a page over a thin line.
    const refresh = () => {
      clearTimeout(refreshing);
      refreshing = setTimeout(
        () => {
          refreshedMs = performance.now();
          router.refresh();
        },
        Math.max(0, refreshedMs + REFRESH_MS - performance.now()),
      );
    };
    const run = async (refusedToo = false) => {
      clearTimeout(timer);
      const sent = await sender.run(refusedToo);
      if (gone) return;
      if (sent > 0) refresh();
      clearTimeout(timer);
      if (outbox.state.entries.some(isOnItsWay)) timer = setTimeout(run, sender.pauseMs);
    };
    const again = () => void run(true);
    // A page that is put away may never come back.
    const looked = () => (document.visibilityState === "visible" ? again() : void outbox.keepHeld());
    let known = 0;
    const unsubscribe = outbox.subscribe(() => {
      const untried = outbox.state.entries.filter(({ state, tries }) => state === "waiting" && tries === 0).length;
      if (untried > known) {
        // Asked when there is something to keep: some browsers ask the person.
        void askToKeep();
        clearTimeout(timer);
        timer = setTimeout(run, SOON_MS);
      }
      known = untried;
    });
    // Closing the page would lose what only it holds; the browser asks then.
    const leaving = (event: BeforeUnloadEvent) => {
      const { keeping, onPageOnly } = outbox.state;
      if (keeping > 0 || onPageOnly > 0) event.preventDefault();
    };
    window.addEventListener("online", again);
    document.addEventListener("visibilitychange", looked);
    window.addEventListener("beforeunload", leaving);
    void recordDrafts(outbox).then(() => outbox.tidy().then(again));
    return () => {
      gone = true;
      clearTimeout(timer);
      clearTimeout(refreshing);
      unsubscribe();
      window.removeEventListener("online", again);
      document.removeEventListener("visibilitychange", looked);
      window.removeEventListener("beforeunload", leaving);
    };
  }, [router]);
}
