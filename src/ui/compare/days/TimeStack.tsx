"use client";

import { useState } from "react";
import type { CauseId } from "@/core/causes/causes";
import type { Terms } from "@/core/site/terms";
import type { Stretch } from "@/ui/dayBook/causeDays";
import { HatchPattern } from "@/ui/marks/causeHatch";
import type { StackPoint } from "./stackPoints";
import { stackReading } from "./stackReading";
import { LEFT, pointAt, RIGHT, shareOf } from "./stackScale";

/** Pictures over one axis of days, with a reading line through all of them: by mouse, by finger, and by the arrow keys. */
export function TimeStack({
  points,
  bandPct,
  terms,
  marked,
  borders,
  pickedDay,
  onPick,
  tools,
  legend,
  children,
}: {
  points: readonly StackPoint[];
  bandPct: number;
  terms: Terms;
  /** Days of the cause that is marked, with its hatch. */
  marked: { cause: CauseId; stretches: readonly Stretch[] } | null;
  /** Places, among the days, of those from which on another as-built holds. */
  borders: readonly number[];
  pickedDay: string | null;
  onPick: (day: string) => void;
  tools: React.ReactNode;
  legend: React.ReactNode;
  children: React.ReactNode;
}) {
  const [at, setAt] = useState<number | null>(null);
  const count = points.length;
  const picked = pickedDay === null ? -1 : points.findIndex(({ day, last, first }, k) => isOf(points, k, pickedDay, day, last - first));
  const read = points[Math.min(at ?? picked, count - 1)];
  const onKey = (event: React.KeyboardEvent) => {
    const now = at ?? (picked >= 0 ? picked : count - 1);
    const next = { ArrowLeft: now - 1, ArrowRight: now + 1, PageUp: now - 7, PageDown: now + 7, Home: 0, End: count - 1 }[event.key];
    if (event.key === "Enter" || event.key === " ") onPick(points[now].day);
    else if (next === undefined) return;
    else setAt(Math.min(count - 1, Math.max(0, next)));
    event.preventDefault();
  };
  const place = (k: number) => `calc(${LEFT}px + (100% - ${LEFT + RIGHT}px) * ${shareOf(k, count)})`;
  return (
    <div>
      <div className="flex items-center justify-between gap-x-4">
        <p className="figures min-h-6 text-sm" data-testid="reading">
          {read ? (
            stackReading(read, bandPct, terms)
          ) : (
            <span className="text-quiet">Move over the days to read them; press one to see its hours.</span>
          )}
        </p>
        {tools}
      </div>
      <div className="relative select-none">
        {marked ? <CauseTrack {...marked} points={points} /> : null}
        {children}
        {borders.map((day) => {
          const at = points.findIndex(({ last }) => last >= day);
          // Before the first point there is nothing to be parted from.
          if (at < 1) return null;
          const left = `calc(${LEFT}px + (100% - ${LEFT + RIGHT}px) * ${at / count})`;
          return (
            <span
              key={day}
              className="pointer-events-none absolute inset-y-0 -ml-px border-l-2 border-ink border-dashed"
              style={{ left }}
              aria-hidden="true"
            />
          );
        })}
        {picked >= 0 ? <Line left={place(picked)} strong /> : null}
        {at !== null ? <Line left={place(Math.min(at, count - 1))} /> : null}
        <div
          className="absolute inset-0 cursor-crosshair touch-pan-y"
          role="slider"
          tabIndex={0}
          aria-label="Reading line over the days; Enter picks the day"
          aria-valuemin={0}
          aria-valuemax={count - 1}
          aria-valuenow={Math.max(0, Math.min(at ?? picked, count - 1))}
          aria-valuetext={read ? stackReading(read, bandPct, terms) : "No day read"}
          onKeyDown={onKey}
          onPointerDown={(event) => setAt(pointUnder(event, count))}
          onPointerMove={(event) => setAt(pointUnder(event, count))}
          onPointerLeave={() => setAt(null)}
          onBlur={() => setAt(null)}
          onClick={(event) => onPick(points[pointUnder(event, count)].day)}
        />
      </div>
      <div className="caption figures flex flex-wrap items-center gap-x-5 gap-y-1">{legend}</div>
    </div>
  );
}

function pointUnder(event: React.MouseEvent<HTMLElement>, count: number): number {
  const box = event.currentTarget.getBoundingClientRect();
  return pointAt(event.clientX - box.left, box.width, count);
}

/** Whether a point is, or has, a day. */
function isOf(points: readonly StackPoint[], k: number, day: string, own: string, more: number): boolean {
  return own === day || (more > 0 && own < day && (k === points.length - 1 || points[k + 1].day > day));
}

function Line({ left, strong = false }: { left: string; strong?: boolean }) {
  return (
    <span
      className={`pointer-events-none absolute inset-y-0 -ml-px border-l ${strong ? "border-l-2 border-act" : "border-ink"}`}
      style={{ left }}
      aria-hidden="true"
    />
  );
}

/** On which days a cause acted, as a band of its hatch. */
function CauseTrack({ cause, stretches, points }: { cause: CauseId; stretches: readonly Stretch[]; points: readonly StackPoint[] }) {
  const count = points.length;
  const parts = stretches.flatMap(({ first, last }) => {
    const from = points.findIndex((point) => point.last >= first);
    const to = points.findLastIndex((point) => point.first <= last);
    return from < 0 || to < from ? [] : [{ from, to }];
  });
  return (
    <svg className="block h-3" style={{ marginLeft: LEFT, width: `calc(100% - ${LEFT + RIGHT}px)` }} aria-hidden="true">
      <defs>
        <HatchPattern id="cause-track" cause={cause} />
      </defs>
      {parts.map(({ from, to }) => (
        <rect
          key={from}
          x={`${(100 * from) / count}%`}
          width={`${(100 * (to - from + 1)) / count}%`}
          y="1"
          height="10"
          fill="url(#cause-track)"
          stroke="var(--lost)"
        />
      ))}
    </svg>
  );
}
