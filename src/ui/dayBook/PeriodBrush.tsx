"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { Area, AreaChart, Brush, ResponsiveContainer } from "recharts";
import { dayPoints } from "../charts/dayPoints";
import { dayText } from "../marks/words";
import type { DayRange } from "./usePeriod";

const HEIGHT = 44;
/** A hand that hasn't moved for so long rests. */
const RESTS_MS = 200;

/** All of a site's days in small, to choose a period from: two handles that are drawn by mouse and finger and moved by arrow keys. */
export function PeriodBrush({
  days,
  expectedKwh,
  measuredKwh,
  range,
  onRange,
  rests = false,
}: {
  days: readonly string[];
  expectedKwh: readonly (number | null)[];
  measuredKwh: readonly (number | null)[];
  range: DayRange;
  onRange: (range: DayRange) => void;
  /** Where a picture takes longer than a frame to draw, it follows when the hand rests, and the brush alone until then. */
  rests?: boolean;
}) {
  const [live, setLive] = useState<DayRange | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(rest.current), []);
  const choose = (next: DayRange) => {
    if (!rests) return onRange(next);
    setLive(next);
    clearTimeout(rest.current);
    rest.current = setTimeout(() => {
      setLive(null);
      onRange(next);
    }, RESTS_MS);
  };
  const shown = live ?? range;
  const points = useMemo(() => dayPoints(days, expectedKwh, measuredKwh), [days, expectedKwh, measuredKwh]);
  const size = points[0]?.days ?? 1;
  const whole = shown.from === 0 && shown.to === days.length - 1;
  return (
    <section className="flex items-center gap-3" aria-label="Period">
      <div className="min-w-0 flex-1">
        <ResponsiveContainer width="100%" height={HEIGHT} minWidth={0} initialDimension={{ width: 800, height: HEIGHT }}>
          <AreaChart data={points} margin={{ top: 0, right: 8, bottom: 0, left: 64 }} accessibilityLayer={false}>
            <Brush
              dataKey="day"
              height={HEIGHT - 4}
              startIndex={Math.floor(shown.from / size)}
              endIndex={Math.min(points.length - 1, Math.floor(shown.to / size))}
              onChange={({ startIndex, endIndex }) =>
                choose({ from: startIndex * size, to: Math.min(days.length - 1, (endIndex + 1) * size - 1) })
              }
              stroke="var(--ink)"
              fill="var(--raised)"
              travellerWidth={10}
              tickFormatter={() => ""}
              ariaLabel="Period"
            >
              <AreaChart>
                <Area dataKey="expected" fill="none" stroke="var(--rule-strong)" isAnimationActive={false} />
                <Area dataKey="measured" fill="var(--measured)" fillOpacity={0.35} stroke="none" isAnimationActive={false} />
              </AreaChart>
            </Brush>
          </AreaChart>
        </ResponsiveContainer>
      </div>
      <p className="caption figures w-40 shrink-0 max-sm:w-28">
        {dayText(days[shown.from])} to {dayText(days[shown.to])}
        {live ? <span className="block">drawn when the hand rests</span> : null}
        {whole || live ? null : (
          <button type="button" className="ml-2 underline" onClick={() => onRange({ from: 0, to: days.length - 1 })}>
            All days
          </button>
        )}
      </p>
    </section>
  );
}
