"use client";

import { useEffect, useState } from "react";
import { pagesCache, startKeepingPages } from "@/field/pages/keepCase";
import { isEntrance, type KeptPage, listPages } from "@/field/pages/keptPages";
import { agoText } from "./entryWords";

/** Which cases and sites open on this device without a network, and how old they are. */
export function KeptCases({ nowMs }: { nowMs: number }) {
  const [pages, setPages] = useState<KeptPage[]>([]);
  const [obstacle, setObstacle] = useState<string | null>(null);
  useEffect(() => {
    void startKeepingPages().then(setObstacle);
    void pagesCache()
      .then((cache) => (cache ? listPages(cache) : []))
      .then(setPages);
  }, []);
  const shown = pages.filter(({ path }) => isEntrance(path));
  return (
    <section aria-label="Opens without a network">
      <h3 className="border-b border-ink pb-1">Opens without a network</h3>
      {obstacle ? <p className="caption mt-1">Nothing: {obstacle}.</p> : null}
      {!obstacle && shown.length === 0 ? <p className="caption mt-1">Nothing yet: a case is kept once it was opened here.</p> : null}
      <ul>
        {shown.map(({ path, title, keptAtMs }) => (
          <li key={path} className="flex flex-wrap items-baseline justify-between gap-x-3 border-b border-rule py-2">
            <a href={path} className="min-h-8 wrap-anywhere">
              {title || path}
            </a>
            <span className="caption">as of {agoText(keptAtMs, nowMs)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
