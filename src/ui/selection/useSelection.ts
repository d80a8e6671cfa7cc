"use client";

import { useSearchParams } from "next/navigation";
import { useMemo } from "react";
import { readSelection, type Selection, selectionQuery } from "./selection";

const OF_SELECTION = new Set(["period", "day", "part", "cause"]);

/** What is picked, as the address has it, and a way to pick: no page is asked for, going back undoes it. */
export function useSelection(): { selection: Selection; select: typeof select } {
  const params = useSearchParams();
  const selection = useMemo(() => readSelection(params), [params]);
  return { selection, select };
}

/** Changes what is picked. @param anew false where it only goes on with the last change: then going back skips it */
export function select(change: Partial<Selection>, anew = true): void {
  const params = new URLSearchParams(window.location.search);
  const others = Object.fromEntries([...params].filter(([name]) => !OF_SELECTION.has(name)));
  goTo(selectionQuery({ ...readSelection(params), ...change }, others), anew);
}

/** Changes one of the address's other choices, as which leaf of a bench lies open. @param value null for the usual one */
export function choose(name: string, value: string | null): void {
  const params = new URLSearchParams(window.location.search);
  const others = Object.fromEntries([...params].filter(([other]) => !OF_SELECTION.has(other) && other !== name));
  goTo(selectionQuery(readSelection(params), value === null ? others : { ...others, [name]: value }), true);
}

function goTo(query: string, anew: boolean): void {
  const address = `${window.location.pathname}${query}`;
  if (address === `${window.location.pathname}${window.location.search}`) return;
  if (anew) window.history.pushState(null, "", address);
  else window.history.replaceState(null, "", address);
}
