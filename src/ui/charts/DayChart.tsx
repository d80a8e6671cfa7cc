"use client";

import { useId, useMemo } from "react";
import { ComposedChart, ReferenceArea, ReferenceLine, Tooltip, XAxis, YAxis } from "recharts";
import { dayText } from "../marks/words";
import { calendarTicks, tickText } from "./calendarTicks";
import { type DayPoint, dayPoints } from "./dayPoints";
import { ExpectedAndMeasured } from "./ExpectedAndMeasured";
import { ChartFrame } from "./frame/ChartFrame";
import { tidy } from "./frame/chartTable";
import { Legend } from "./Legend";

export interface DayChartProps {
  days: string[];
  expectedKwh: (number | null)[];
  measuredKwh: (number | null)[];
  /** Half width of the band of one day's expected energy, %. */
  bandPct: number;
  /** A stretch to point out, by its first and last day, with its name. */
  mark?: { from: string; to: string | null; name: string };
  /** Px; absent, that of a chart that stands alone. */
  height?: number;
}

const TICK = { fontSize: 13, fill: "var(--quiet)" } as const;

/** Energy by day: expected dashed, measured solid, what is lost hatched between. The arrow keys walk along the days. */
export function DayChart({ days, expectedKwh, measuredKwh, bandPct, mark, height }: DayChartProps) {
  const hatch = `lost-${useId().replaceAll(":", "")}`;
  const points = useMemo(() => dayPoints(days, expectedKwh, measuredKwh), [days, expectedKwh, measuredKwh]);
  const ticks = useMemo(() => calendarTicks(points.map(({ day }) => day)), [points]);
  const byWeek = points[0]?.days > 1;
  const name = `${byWeek ? "Energy a day, by week" : "Energy by day"}, ${dayText(days[0])} to ${dayText(days[days.length - 1])}`;
  const marked = mark
    ? stretchOn(
        points.map(({ day }) => day),
        mark,
      )
    : null;
  return (
    <ChartFrame
      name={name}
      height={height}
      legend={
        <>
          <Legend />
          {mark ? (
            <span>
              {mark.name}, {mark.to ? `${dayText(mark.from)} to ${dayText(mark.to)}` : `since ${dayText(mark.from)}`}
            </span>
          ) : null}
        </>
      }
      table={{
        columns: [byWeek ? "week from" : "day", "expected, kWh a day", "measured, kWh a day"],
        rows: points.map(({ day, expected, measured }) => [day, tidy(expected), tidy(measured)]),
      }}
    >
      <ComposedChart data={points} margin={{ top: 8, right: 4, bottom: 0, left: 0 }} title={name}>
        {marked ? <ReferenceArea x1={marked.from} x2={marked.to} fill="var(--sunken)" fillOpacity={1} /> : null}
        {marked ? <ReferenceLine x={marked.from} stroke="var(--ink)" strokeWidth={1.5} /> : null}
        <XAxis
          dataKey="day"
          ticks={ticks.days}
          tickFormatter={(day: string) => tickText(day, ticks.names)}
          tick={TICK}
          stroke="var(--rule-strong)"
          interval="equidistantPreserveStart"
          minTickGap={10}
        />
        <YAxis tick={TICK} stroke="var(--rule)" width={64} tickFormatter={(kwh: number) => `${kwh} kWh`} tickCount={5} />
        <ExpectedAndMeasured hatch={hatch} />
        <Tooltip
          isAnimationActive={false}
          cursor={{ stroke: "var(--ink)", strokeWidth: 1 }}
          content={({ active, payload }) => {
            const point = payload?.[0]?.payload as DayPoint | undefined;
            if (!active || !point) return null;
            return (
              <p role="status" className="figures border border-ink bg-raised px-2 py-1 text-sm text-ink">
                {reading(point, bandPct)}
              </p>
            );
          }}
        />
      </ComposedChart>
    </ChartFrame>
  );
}

function reading({ day, days, expected, measured }: DayPoint, bandPct: number): string {
  const when = days > 1 ? `Week from ${dayText(day)}` : dayText(day);
  if (expected === null || measured === null) return `${when}: not measured`;
  const share = expected > 0 ? `, ${Math.round((measured / expected) * 100)} %` : "";
  return `${when}: ${measured.toFixed(1)} of ${expected.toFixed(1)} kWh${days > 1 ? " a day" : ""} ±${bandPct.toFixed(0)} %${share}`;
}

/** A stretch by days that the chart has; null where it has none of it, or nothing else. */
function stretchOn(days: readonly string[], { from, to }: { from: string; to: string | null }): { from: string; to: string } | null {
  const first = days.find((day) => day >= from);
  const last = to === null ? days.at(-1) : days.findLast((day) => day <= to);
  if (!first || !last || first > last || (first === days[0] && last === days.at(-1))) return null;
  return { from: first, to: last };
}
