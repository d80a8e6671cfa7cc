"use client";

import { useCallback, useMemo } from "react";
import { ReferenceDot, ReferenceLine, Scatter, ScatterChart, Tooltip, XAxis, YAxis } from "recharts";
import { middleOfLacking, type SlotPoint, slotPoints } from "@/core/dayBook/scatter";
import type { Overview } from "@/core/diagnosis/overviewSchema";
import { ChartFrame } from "@/ui/charts/frame/ChartFrame";
import { tidy } from "@/ui/charts/frame/chartTable";
import { type CauseSpan, causeStretches } from "@/ui/dayBook/causeDays";
import { PeriodBrush } from "@/ui/dayBook/PeriodBrush";
import { useDayBook } from "@/ui/dayBook/useDayBook";
import { usePeriod } from "@/ui/dayBook/usePeriod";
import { clockText, dayText } from "@/ui/marks/words";
import { useSelection } from "@/ui/selection/useSelection";

const HEIGHT = 330;
const MOST_POINTS = 1200;
/** Names on the picture: with more nobody finds theirs. */
const MOST_NAMES = 4;
const TICK = { fontSize: 13, fill: "var(--quiet)" } as const;

/** Measured against expected, quarter hour by quarter hour: each cause has its own shape here, and is named where its days lie. */
export function ScatterLeaf({
  siteId,
  revision,
  overview,
  spans,
}: {
  siteId: string;
  revision: string;
  overview: Pick<Overview, "days" | "expectedKwh" | "measuredKwh" | "dayBook">;
  spans: readonly CauseSpan[];
}) {
  const { days, expectedKwh, measuredKwh, dayBook } = overview;
  const { selection, select } = useSelection();
  const { range, setRange } = usePeriod(days);
  const { book, trouble } = useDayBook(siteId, dayBook, revision);
  const unitAt = dayBook.units.findIndex(({ scope }) => scope === selection.part);
  const unit = dayBook.units.length > 1 && unitAt >= 0 ? unitAt : null;
  const points = useMemo(
    () => (book ? slotPoints(book, { from: range.from, to: range.to + 1, unit, most: MOST_POINTS }) : []),
    [book, range.from, range.to, unit],
  );
  const rowsOf = useCallback(
    (cause: Pick<CauseSpan, "cause" | "scope">) => rowSet(causeStretches(book, overview, spans, cause)),
    [book, overview, spans],
  );
  const named = useMemo(() => namedPlaces(points, spans, rowsOf), [points, spans, rowsOf]);
  const picked = useMemo(() => {
    const { cause, day } = selection;
    const own = cause ? rowsOf(cause) : new Set<number>();
    return new Set(points.filter(({ row }) => (day !== null && days[row] === day) || own.has(row)));
  }, [points, days, selection, rowsOf]);
  const top = Math.max(1, ...points.map(({ expectedKw, measuredKw }) => Math.max(expectedKw, measuredKw)));
  const name = `Measured against expected, ${dayText(days[range.from])} to ${dayText(days[range.to])}`;
  const others = points.filter((point) => !picked.has(point));
  return (
    <div className="grid gap-2">
      {trouble ? <p role="alert">{trouble}</p> : null}
      <p className="text-sm" data-testid="scatter-words">
        {named.length > 0
          ? `Where causes show: ${named.map(({ words }) => words).join("; ")}.`
          : "No cause has a shape of its own here: points lie along the line of what was expected."}
      </p>
      <ChartFrame
        name={name}
        height={HEIGHT}
        legend={
          <>
            <span>each point a quarter of an hour; dashed: as expected</span>
            {picked.size > 0 ? <span>dark: {selection.cause ? "days of the picked cause" : "the picked day"}</span> : null}
          </>
        }
        table={{
          columns: ["time", "expected, kW", "measured, kW"],
          rows: points.map(({ row, column, expectedKw, measuredKw }) => [
            timeText(days[row], column * dayBook.minutesPerColumn),
            tidy(expectedKw),
            tidy(measuredKw),
          ]),
        }}
      >
        <ScatterChart margin={{ top: 8, right: 12, bottom: 18, left: 0 }} title={name}>
          <XAxis
            type="number"
            dataKey="expectedKw"
            domain={[0, top]}
            tick={TICK}
            stroke="var(--rule-strong)"
            tickFormatter={kw}
            label={{ value: "expected", position: "insideBottom", offset: -12, fontSize: 13, fill: "var(--quiet)" }}
          />
          <YAxis
            type="number"
            dataKey="measuredKw"
            domain={[0, top]}
            tick={TICK}
            stroke="var(--rule-strong)"
            width={64}
            tickFormatter={kw}
          />
          <ReferenceLine
            segment={[
              { x: 0, y: 0 },
              { x: top, y: top },
            ]}
            stroke="var(--ink)"
            strokeDasharray="5 3.5"
          />
          <Scatter data={others} fill="var(--measured)" fillOpacity={0.45} shape={<Point />} isAnimationActive={false} />
          <Scatter data={[...picked]} fill="var(--lost)" shape={<Point large />} isAnimationActive={false} />
          {named.map(({ key, title, at }) => (
            <ReferenceDot
              key={key}
              x={at.expectedKw}
              y={at.measuredKw}
              r={5}
              fill="var(--raised)"
              stroke="var(--lost)"
              strokeWidth={2.5}
              label={{
                value: title,
                position: "right",
                fontSize: 14,
                fontWeight: 600,
                fill: "var(--ink)",
                stroke: "var(--paper)",
                strokeWidth: 4,
                paintOrder: "stroke",
              }}
            />
          ))}
          <Tooltip
            isAnimationActive={false}
            cursor={false}
            content={({ active, payload }) => {
              const point = payload?.[0]?.payload as SlotPoint | undefined;
              if (!active || !point) return null;
              return (
                <p role="status" className="figures border border-ink bg-raised px-2 py-1 text-sm text-ink">
                  {timeText(days[point.row], point.column * dayBook.minutesPerColumn)}: {point.measuredKw.toFixed(2)} of{" "}
                  {point.expectedKw.toFixed(2)} kW
                </p>
              );
            }}
          />
        </ScatterChart>
      </ChartFrame>
      {named.length > 0 ? (
        <p className="flex flex-wrap gap-2">
          {named.map(({ key, title, cause, scope }) => {
            const chosen = selection.cause?.cause === cause && selection.cause.scope === scope;
            return (
              <button
                key={key}
                type="button"
                className={`button min-h-9 max-desk:min-h-11 ${chosen ? "border-act font-bold" : ""}`}
                aria-pressed={chosen}
                onClick={() => select({ cause: chosen ? null : { cause, scope } })}
              >
                {title}
              </button>
            );
          })}
        </p>
      ) : null}
      <PeriodBrush days={days} expectedKwh={expectedKwh} measuredKwh={measuredKwh} range={range} onRange={setRange} rests />
    </div>
  );
}

function Point({
  cx,
  cy,
  fill,
  fillOpacity,
  large = false,
}: {
  cx?: number;
  cy?: number;
  fill?: string;
  fillOpacity?: number;
  large?: boolean;
}) {
  return <circle cx={cx} cy={cy} r={large ? 2.6 : 1.9} fill={fill} fillOpacity={fillOpacity} />;
}

/** Rows of some stretches. */
function rowSet(stretches: readonly { first: number; last: number }[]): Set<number> {
  return new Set(stretches.flatMap(({ first, last }) => Array.from({ length: last - first + 1 }, (_, k) => first + k)));
}

/** Causes with the place at which they show, the one with most points first. */
function namedPlaces(points: readonly SlotPoint[], spans: readonly CauseSpan[], rowsOf: (cause: CauseSpan) => Set<number>) {
  const causes = [...new Map(spans.map((span) => [`${span.cause}/${span.scope}`, span])).values()];
  return causes
    .flatMap((span) => {
      const rows = rowsOf(span);
      const own = points.filter(({ row }) => rows.has(row));
      const at = middleOfLacking(own);
      if (!at) return [];
      const { title, cause, scope } = span;
      const words = `${title} about ${Math.round((100 * at.measuredKw) / at.expectedKw)} % of ${kw(at.expectedKw)}`;
      return [{ key: `${cause}/${scope}`, title, cause, scope, at, count: own.length, words }];
    })
    .sort((a, b) => b.count - a.count)
    .slice(0, MOST_NAMES);
}

const kw = (value: number) => `${Number(value.toPrecision(2))} kW`;
const timeText = (day: string, minute: number) => `${dayText(day)}, ${clockText(minute)}`;
