"use client";

import { useId, useMemo } from "react";
import { Area, ComposedChart, Line, ReferenceArea, ReferenceLine, Tooltip, XAxis, YAxis } from "recharts";
import { dayText } from "../marks/words";
import { ChartFrame } from "./frame/ChartFrame";
import { Legend } from "./Legend";

export interface DayChartProps {
  days: string[];
  expectedKwh: (number | null)[];
  measuredKwh: (number | null)[];
  /** Half width of the band of one day's expected energy, %. */
  bandPct: number;
  /** A stretch to point out, by its first and last day, with its name. */
  mark?: { from: string; to: string | null; name: string };
}

/** A day as the chart takes it. */
interface DayPoint {
  day: string;
  expected: number | null;
  measured: number | null;
  /** From what was measured up to what was expected; nothing where more was measured. */
  lost: [number, number] | null;
}

const MONTH = new Intl.DateTimeFormat("en-GB", { month: "short", timeZone: "UTC" });
const YEAR = new Intl.DateTimeFormat("en-GB", { year: "numeric", timeZone: "UTC" });
/** With more months than this only the years are named. */
const MOST_MONTHS = 20;
const TICK = { fontSize: 13, fill: "var(--quiet)" } as const;

/** Energy by day: expected dashed, measured solid, what is lost hatched between. The arrow keys walk along the days. */
export function DayChart({ days, expectedKwh, measuredKwh, bandPct, mark }: DayChartProps) {
  const hatch = `lost-${useId().replaceAll(":", "")}`;
  const points = useMemo(
    () =>
      days.map((day, k): DayPoint => {
        const [expected, measured] = [expectedKwh[k], measuredKwh[k]];
        const lost: [number, number] | null = expected === null || measured === null ? null : [measured, Math.max(expected, measured)];
        return { day, expected, measured, lost };
      }),
    [days, expectedKwh, measuredKwh],
  );
  const ticks = useMemo(() => calendarTicks(days), [days]);
  const name = `Energy by day, ${dayText(days[0])} to ${dayText(days[days.length - 1])}`;
  const marked = mark ? stretchOn(days, mark) : null;
  return (
    <ChartFrame
      name={name}
      legend={
        <>
          <Legend />
          {mark ? (
            <span>
              {mark.name} since {dayText(mark.from)}
            </span>
          ) : null}
        </>
      }
      table={{
        columns: ["day", "expected, kWh", "measured, kWh"],
        rows: points.map(({ day, expected, measured }) => [day, expected, measured]),
      }}
    >
      <ComposedChart data={points} margin={{ top: 8, right: 4, bottom: 0, left: 0 }} title={name}>
        <defs>
          <pattern id={hatch} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" x2="0" y1="0" y2="6" stroke="var(--lost)" strokeWidth="1.4" />
          </pattern>
        </defs>
        {marked ? <ReferenceArea x1={marked.from} x2={marked.to} fill="var(--sunken)" fillOpacity={1} /> : null}
        {marked ? <ReferenceLine x={marked.from} stroke="var(--ink)" strokeWidth={1.5} /> : null}
        <XAxis
          dataKey="day"
          ticks={ticks.days}
          tickFormatter={(day: string) => (ticks.byYear || day.slice(5, 7) === "01" ? YEAR : MONTH).format(new Date(`${day}T00:00Z`))}
          tick={TICK}
          stroke="var(--rule-strong)"
          interval="equidistantPreserveStart"
          minTickGap={10}
        />
        <YAxis tick={TICK} stroke="var(--rule)" width={64} tickFormatter={(kwh: number) => `${kwh} kWh`} tickCount={5} />
        <Area dataKey="lost" fill={`url(#${hatch})`} fillOpacity={1} stroke="none" activeDot={false} isAnimationActive={false} />
        <Line
          dataKey="expected"
          stroke="var(--ink)"
          strokeWidth={1.4}
          strokeDasharray="5 3.5"
          dot={false}
          activeDot={false}
          isAnimationActive={false}
        />
        <Line
          dataKey="measured"
          stroke="var(--measured)"
          strokeWidth={2}
          dot={false}
          activeDot={{ r: 4, fill: "var(--measured)" }}
          isAnimationActive={false}
        />
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

function reading({ day, expected, measured }: DayPoint, bandPct: number): string {
  if (expected === null || measured === null) return `${dayText(day)}: not measured`;
  const share = expected > 0 ? `, ${Math.round((measured / expected) * 100)} %` : "";
  return `${dayText(day)}: ${measured.toFixed(1)} of ${expected.toFixed(1)} kWh ±${bandPct.toFixed(0)} %${share}`;
}

/** First days of months, or of years where there are many. */
function calendarTicks(days: readonly string[]): { days: string[]; byYear: boolean } {
  const months = days.filter((day) => day.endsWith("-01"));
  const byYear = months.length > MOST_MONTHS;
  return { days: byYear ? months.filter((day) => day.endsWith("-01-01")) : months, byYear };
}

/** A stretch by days that the chart has; null where it has none of it. */
function stretchOn(days: readonly string[], { from, to }: { from: string; to: string | null }): { from: string; to: string } | null {
  const first = days.find((day) => day >= from);
  const last = to === null ? days.at(-1) : days.findLast((day) => day <= to);
  return first && last && first <= last ? { from: first, to: last } : null;
}
