"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { select, useSelection } from "../selection/useSelection";

/** After so long without a move a period that is being drawn counts as chosen. */
const SETTLED_MS = 300;

/** Places of the first and last day of a period among a site's days. */
export interface DayRange {
  from: number;
  to: number;
}

/** The chosen period: follows the hand at once, and the address once the hand rests. */
export function usePeriod(days: readonly string[]): { range: DayRange; isAll: boolean; setRange: (next: DayRange) => void } {
  const { selection } = useSelection();
  const [live, setLive] = useState<DayRange | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(rest.current), []);
  const all = { from: 0, to: days.length - 1 };
  const kept = selection.period ? rangeOf(days, selection.period) : null;
  const range = live ?? kept ?? all;
  const setRange = useCallback(
    (next: DayRange) => {
      setLive(next);
      clearTimeout(rest.current);
      rest.current = setTimeout(() => {
        const whole = next.from <= 0 && next.to >= days.length - 1;
        select({ period: whole ? null : { from: days[next.from], to: days[next.to] } });
        setLive(null);
      }, SETTLED_MS);
    },
    [days],
  );
  return { range, isAll: range.from === 0 && range.to === days.length - 1, setRange };
}

/** A period by its days; null where the site has none of them. */
export function rangeOf(days: readonly string[], { from, to }: { from: string; to: string }): DayRange | null {
  const first = days.findIndex((day) => day >= from);
  const last = days.findLastIndex((day) => day <= to);
  return first < 0 || last < first ? null : { from: first, to: last };
}
