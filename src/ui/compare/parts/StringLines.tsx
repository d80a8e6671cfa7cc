"use client";

import { ComposedChart, Line, ReferenceLine, Tooltip, XAxis, YAxis } from "recharts";
import { calendarTicks, tickText } from "@/ui/charts/calendarTicks";
import { ChartFrame } from "@/ui/charts/frame/ChartFrame";
import { dayText, percent } from "@/ui/marks/words";

/** Lines are told apart by their dashes and names, not by colour alone. */
export const DASHES = ["0", "7 3", "2 3", "9 3 2 3", "4 2", "12 4"] as const;
const COLOURS = ["var(--measured)", "var(--lost)", "var(--sound)", "var(--watch)", "var(--fix)", "var(--ink)"] as const;
const TICK = { fontSize: 13, fill: "var(--quiet)" } as const;
/** So low a string gives next to nothing; above, nobody reads a line. */
const TOP = 1.5;

/** One week, or day, of all strings: each over the middle one of its peers. */
export interface StringsPoint {
  day: string;
  days: number;
  values: Record<string, number | null>;
}

/** Strings against each other over time: at one each gives what the middle one of the others on its plane gives. */
export function StringLines({
  points,
  strings,
  picked,
  height,
}: {
  points: readonly StringsPoint[];
  strings: readonly string[];
  picked: string | null;
  height: number;
}) {
  const ticks = calendarTicks(points.map(({ day }) => day));
  const byWeek = (points[0]?.days ?? 1) > 1;
  const name = `Strings against each other, ${byWeek ? "by week" : "by day"}`;
  return (
    <ChartFrame
      name={name}
      height={height}
      legend={
        <>
          {strings.map((id, k) => (
            <span key={id} className={`inline-flex items-center gap-1.5 ${id === picked ? "font-bold text-ink" : ""}`}>
              <svg width="30" height="10" aria-hidden="true">
                <line
                  x1="0"
                  x2="30"
                  y1="5"
                  y2="5"
                  stroke={COLOURS[k % COLOURS.length]}
                  strokeWidth={id === picked ? 4 : 2}
                  strokeDasharray={DASHES[k % DASHES.length]}
                />
              </svg>
              {id}
            </span>
          ))}
          <span>100 %: as the middle one of the others on its plane, by nameplate</span>
        </>
      }
      table={{
        columns: [byWeek ? "week from" : "day", ...strings.map((id) => `${id}, of its peers`)],
        rows: points.map(({ day, values }) => [day, ...strings.map((id) => values[id] ?? null)]),
      }}
    >
      <ComposedChart data={[...points]} margin={{ top: 6, right: 8, bottom: 0, left: 0 }} title={name}>
        <XAxis
          dataKey="day"
          ticks={ticks.days}
          tickFormatter={(day: string) => tickText(day, ticks.names)}
          tick={TICK}
          stroke="var(--rule-strong)"
          interval="equidistantPreserveStart"
          minTickGap={10}
        />
        <YAxis
          tick={TICK}
          stroke="var(--rule)"
          width={64}
          domain={[0, TOP]}
          ticks={[0, 0.5, 1, 1.5]}
          tickFormatter={(share: number) => percent(share)}
          allowDataOverflow
        />
        <ReferenceLine y={1} stroke="var(--ink)" strokeDasharray="5 3.5" />
        {strings.map((id, k) => (
          <Line
            key={id}
            dataKey={(point: StringsPoint) => point.values[id] ?? null}
            name={id}
            stroke={COLOURS[k % COLOURS.length]}
            strokeWidth={id === picked ? 3.5 : 1.8}
            strokeDasharray={DASHES[k % DASHES.length]}
            dot={false}
            isAnimationActive={false}
          />
        ))}
        <Tooltip
          isAnimationActive={false}
          cursor={{ stroke: "var(--ink)", strokeWidth: 1 }}
          content={({ active, payload }) => {
            const point = payload?.[0]?.payload as StringsPoint | undefined;
            if (!active || !point) return null;
            const told = strings.map((id) => `${id} ${point.values[id] === null ? "not known" : percent(point.values[id] ?? 0)}`);
            return (
              <p role="status" className="figures max-w-xs border border-ink bg-raised px-2 py-1 text-sm text-ink">
                {byWeek ? "Week from " : ""}
                {dayText(point.day)}: {told.join(", ")}
              </p>
            );
          }}
        />
      </ComposedChart>
    </ChartFrame>
  );
}
