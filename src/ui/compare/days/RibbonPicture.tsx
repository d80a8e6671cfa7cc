"use client";

import { useEffect, useRef } from "react";
import type { DayBook } from "@/core/dayBook/dayBook";
import { ribbonCells } from "@/core/dayBook/ribbon";
import { paintRibbon } from "./paintRibbon";
import { LEFT, RIGHT } from "./stackScale";

const [FROM_HOUR, TO_HOUR] = [4, 22] as const;

/**
 * The day ribbon: each day a column from left to right, each slot of its daylight a cell from morning down to evening. The cell's strength is the share of expected
 * that came; blank is night, grey has no value.
 */
export function RibbonPicture({
  book,
  from,
  to,
  unit,
  height,
}: {
  book: DayBook | null;
  from: number;
  to: number;
  unit: number | null;
  height: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const { current } = canvas;
    if (!current || !book) return;
    const perHour = 60 / book.shape.minutesPerColumn;
    const paint = () => {
      const mostColumns = Math.max(1, Math.round(current.clientWidth * window.devicePixelRatio));
      const slots = { from: Math.floor(FROM_HOUR * perHour), to: Math.ceil(TO_HOUR * perHour) };
      paintRibbon(current, ribbonCells(book, { from, to: to + 1, unit, mostColumns, slots }));
    };
    paint();
    const sheet = new MutationObserver(paint);
    sheet.observe(document.documentElement, { attributeFilter: ["data-sheet"] });
    const size = new ResizeObserver(paint);
    size.observe(current);
    return () => {
      sheet.disconnect();
      size.disconnect();
    };
  }, [book, from, to, unit]);
  return (
    <div className="flex" style={{ height, paddingRight: RIGHT }}>
      <div
        className="caption figures flex flex-col justify-between pr-2 text-right leading-none"
        style={{ width: LEFT }}
        aria-hidden="true"
      >
        <span>{FROM_HOUR}:00</span>
        <span>noon</span>
        <span>{TO_HOUR}:00</span>
      </div>
      <canvas
        ref={canvas}
        className="h-full min-w-0 flex-1 outline outline-rule-strong [image-rendering:pixelated]"
        role="img"
        aria-busy={book === null}
        aria-label="Day ribbon: every day from left to right, every quarter of an hour from morning down to evening, shaded by the share of expected output"
      />
    </div>
  );
}
