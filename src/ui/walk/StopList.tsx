"use client";

import { type ReactNode, useEffect, useRef } from "react";
import type { StandingFinding } from "@/core/changes/caseRecords";
import type { Stop } from "@/core/inspection/point";
import { PointMark } from "./PointMark";
import { type Item, isAt } from "./rounds";

interface StopListProps {
  items: readonly Item[];
  current: Item;
  standing: readonly StandingFinding[];
  /** Keys of those that complaint and data are about. */
  matter: ReadonlySet<string>;
  /** In the field the list gives way to the point. */
  folded: boolean;
  onOpen: (item: Item) => void;
  /** What stands over the list. */
  children?: ReactNode;
}

/** All points of the round by stops: a dense list at the desk, a list of its own in the field. */
export function StopList({ items, current, standing, matter, folded, onOpen, children }: StopListProps) {
  const stops = [...new Set(items.map(({ stop }) => stop))];
  const list = useRef<HTMLElement>(null);
  // The list follows the point within itself; the page doesn't move for it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another round is another list
  useEffect(() => {
    const own = list.current;
    const row = own?.querySelector(`[data-key="${current.key}"]`);
    if (!own || !row) return;
    const [box, view] = [row.getBoundingClientRect(), own.getBoundingClientRect()];
    if (box.top < view.top + 40) own.scrollBy({ top: box.top - view.top - 40 });
    // Below its head the list may reach under the screen's edge.
    const bottom = Math.min(view.bottom, window.innerHeight);
    if (box.bottom > bottom) own.scrollBy({ top: box.bottom - bottom + 8 });
  }, [current.key, items]);
  return (
    <nav
      ref={list}
      aria-label="Points of the walk"
      className={`${folded ? "hidden" : ""} desk:sticky desk:top-14 desk:block desk:max-h-[calc(100dvh-4.5rem)] desk:overflow-y-auto desk:border-r desk:border-rule`}
    >
      {children}
      {stops.map((stop) => (
        <StopSection
          key={stop.place}
          stop={stop}
          items={items.filter((item) => item.stop === stop)}
          current={current}
          standing={standing}
          matter={matter}
          onOpen={onOpen}
        />
      ))}
    </nav>
  );
}

function StopSection({ stop, items, current, standing, matter, onOpen }: Omit<StopListProps, "folded" | "children"> & { stop: Stop }) {
  const at = (item: Item) => standing.filter((finding) => isAt(item, finding));
  const done = items.filter((item) => at(item).length > 0).length;
  return (
    <section aria-label={stop.place}>
      <h3 className="sticky top-0 z-10 flex justify-between border-b border-ink bg-paper py-1 pr-2 text-base">
        {stop.place}
        <span className="caption figures">
          {done}/{items.length}
        </span>
      </h3>
      <ul>
        {items.map((item) => (
          <li key={item.key}>
            <button
              type="button"
              data-key={item.key}
              aria-current={item === current ? "true" : undefined}
              className={`flex min-h-12 w-full items-baseline gap-2 border-b border-rule px-1 py-2 text-left desk:min-h-8 desk:py-1 desk:text-sm ${
                item === current ? "bg-sunken font-semibold" : "hover:bg-raised"
              }`}
              onClick={() => onOpen(item)}
            >
              <PointMark findings={at(item)} />
              <span>
                {item.point.title}
                {matter.has(item.key) ? <span className="caption font-semibold"> · for this case</span> : null}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
