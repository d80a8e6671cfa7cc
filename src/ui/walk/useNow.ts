"use client";

import { useEffect, useState } from "react";

/** How often the clock is looked at: conditions of a walk hold for hours. */
const EVERY_MS = 60_000;

/** The present, ms. @param madeMs as the page was made, for its first picture */
export function useNow(madeMs: number): number {
  const [nowMs, setNow] = useState(madeMs);
  useEffect(() => {
    const look = () => setNow(Date.now());
    look();
    const timer = setInterval(look, EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  return nowMs;
}
