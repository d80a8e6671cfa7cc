"use client";

import { useId } from "react";
import { ComposedChart, Tooltip, XAxis, YAxis } from "recharts";
import { HOUR_MS, MINUTE_MS } from "@/core/constants";
import type { DayBook } from "@/core/dayBook/dayBook";
import { ExpectedAndMeasured } from "@/ui/charts/ExpectedAndMeasured";
import { ChartFrame } from "@/ui/charts/frame/ChartFrame";
import { tidy } from "@/ui/charts/frame/chartTable";
import { Legend } from "@/ui/charts/Legend";
import { amount, clockText, dayText } from "@/ui/marks/words";

interface Hour {
  minute: number;
  expected: number | null;
  measured: number | null;
  lost: [number, number] | null;
}

const TICK = { fontSize: 13, fill: "var(--quiet)" } as const;
const EVERY_HOURS = 3;

/** Power in the hours of one day, in kW. @param unit place of a unit in the book; all of them where null */
export function DayHours({ book, day, unit, height }: { book: DayBook; day: string; unit: number | null; height: number }) {
  const hatch = `hours-${useId().replaceAll(":", "")}`;
  const hours = hoursOf(book, book.rowOf(day), unit);
  const lit = hours.filter(({ expected }) => expected !== null && expected > 0);
  const [first, last] = [(lit[0]?.minute ?? 0) - 60, (lit.at(-1)?.minute ?? 1440) + 60];
  const shown = hours.filter(({ minute }) => minute >= first && minute <= last);
  const name = `Power on ${dayText(day)}${unit === null ? "" : `, ${book.shape.units[unit].scope}`}`;
  const kwh = (pick: (hour: Hour) => number | null) =>
    hours.reduce((sum, hour) => sum + (pick(hour) ?? 0) * ((book.shape.minutesPerColumn * MINUTE_MS) / HOUR_MS), 0);
  if (shown.length === 0) return <p className="text-quiet">{dayText(day)} isn&rsquo;t among the days of these data.</p>;
  return (
    <ChartFrame
      name={name}
      height={height}
      legend={
        <>
          <strong>{name}</strong>
          <span>
            {amount(kwh(({ measured }) => measured))} of {amount(kwh(({ expected }) => expected))} kWh
          </span>
          <Legend />
        </>
      }
      table={{
        columns: ["time", "expected, kW", "measured, kW"],
        rows: shown.map(({ minute, expected, measured }) => [clockText(minute), tidy(expected), tidy(measured)]),
      }}
    >
      <ComposedChart data={shown} margin={{ top: 6, right: 8, bottom: 0, left: 0 }} title={name}>
        <XAxis
          dataKey="minute"
          type="number"
          domain={["dataMin", "dataMax"]}
          ticks={Array.from({ length: 24 / EVERY_HOURS }, (_, k) => k * EVERY_HOURS * 60).filter(
            (minute) => minute >= first && minute <= last,
          )}
          tickFormatter={clockText}
          tick={TICK}
          stroke="var(--rule-strong)"
        />
        <YAxis tick={TICK} stroke="var(--rule)" width={64} tickFormatter={(kw: number) => `${kw} kW`} tickCount={4} />
        <ExpectedAndMeasured hatch={hatch} />
        <Tooltip
          isAnimationActive={false}
          cursor={{ stroke: "var(--ink)", strokeWidth: 1 }}
          content={({ active, payload }) => {
            const hour = payload?.[0]?.payload as Hour | undefined;
            if (!active || !hour) return null;
            return (
              <p role="status" className="figures border border-ink bg-raised px-2 py-1 text-sm text-ink">
                {clockText(hour.minute)}:{" "}
                {hour.measured === null ? "not measured" : `${hour.measured.toFixed(2)} of ${hour.expected?.toFixed(2) ?? "?"} kW`}
              </p>
            );
          }}
        />
      </ComposedChart>
    </ChartFrame>
  );
}

function hoursOf(book: DayBook, row: number, unit: number | null): Hour[] {
  if (row < 0 || row >= book.shape.rows) return [];
  const units = unit === null ? book.shape.units.map((_, k) => k) : [unit];
  return Array.from({ length: book.shape.columns }, (_, column) => {
    const sum = (of: (u: number) => number) => units.reduce((total, u) => total + of(u), 0) / 1000;
    const known = (kw: number) => (Number.isNaN(kw) ? null : kw);
    const expected = known(sum((u) => book.expectedW(row, column, u)));
    const measured = known(sum((u) => book.measuredW(row, column, u)));
    const lost: Hour["lost"] = expected === null || measured === null ? null : [measured, Math.max(expected, measured)];
    return { minute: column * book.shape.minutesPerColumn, expected, measured, lost };
  });
}
