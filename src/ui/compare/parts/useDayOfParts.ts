"use client";

import { useEffect, useState } from "react";
import type { DayOfParts } from "@/server/series/dayOfParts";

/** What strings and modules did on a day; null until it is there, or without a day. */
export function useDayOfParts(siteId: string, day: string | null): { told: DayOfParts | null; trouble: string } {
  const [state, setState] = useState<{ day: string | null; told: DayOfParts | null; trouble: string }>({
    day: null,
    told: null,
    trouble: "",
  });
  useEffect(() => {
    if (!day) return;
    const asked = new AbortController();
    fetch(`/api/sites/${siteId}/parts?day=${day}`, { signal: asked.signal })
      .then(async (response) => {
        if (response.status === 404) return setState({ day, told: null, trouble: "Nothing was measured on that day." });
        if (!response.ok) throw new Error(String(response.status));
        setState({ day, told: (await response.json()) as DayOfParts, trouble: "" });
      })
      .catch(() => {
        if (!asked.signal.aborted) setState({ day, told: null, trouble: "The day couldn't be loaded; pick it again to ask once more." });
      });
    return () => asked.abort();
  }, [siteId, day]);
  return state.day === day ? state : { told: null, trouble: "" };
}
