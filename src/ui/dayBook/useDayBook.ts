"use client";

import { useEffect, useState } from "react";
import { DayBook } from "@/core/dayBook/dayBook";
import type { DayBookShape } from "@/core/dayBook/shape";

/** Books that are read already: stations and leaves share them. */
const known = new Map<string, Promise<DayBook>>();
const MOST_KNOWN = 4;

/** A site's day book. @param revision a mark that changes with the data @returns null until it is there */
export function useDayBook(siteId: string, shape: DayBookShape, revision: string): { book: DayBook | null; trouble: string } {
  const [state, setState] = useState<{ book: DayBook | null; trouble: string }>({ book: null, trouble: "" });
  useEffect(() => {
    let gone = false;
    read(siteId, shape, `${siteId} ${revision}`).then(
      (book) => gone || setState({ book, trouble: "" }),
      () => gone || setState({ book: null, trouble: "The days couldn't be loaded; they are asked for again when the page is." }),
    );
    return () => {
      gone = true;
    };
  }, [siteId, shape, revision]);
  return state;
}

function read(siteId: string, shape: DayBookShape, key: string): Promise<DayBook> {
  const there = known.get(key);
  if (there) return there;
  const made = fetch(`/api/sites/${siteId}/day-book`).then(async (response) => {
    if (!response.ok) throw new Error(String(response.status));
    return new DayBook(shape, new Uint8Array(await response.arrayBuffer()));
  });
  known.set(key, made);
  made.catch(() => known.delete(key));
  for (const old of [...known.keys()].slice(0, -MOST_KNOWN)) known.delete(old);
  return made;
}
