"use client";

import { useMemo, useRef } from "react";
import type { CauseId } from "@/core/causes/causes";
import type { Overview } from "@/core/diagnosis/overviewSchema";
import { type Terms, unitIn, valueIn } from "@/core/site/terms";
import { ChartExports } from "@/ui/charts/frame/ChartExports";
import { tidy } from "@/ui/charts/frame/chartTable";
import { ValuesTable } from "@/ui/charts/frame/ValuesTable";
import { Legend } from "@/ui/charts/Legend";
import { type CauseSpan, causeStretches } from "@/ui/dayBook/causeDays";
import { PeriodBrush } from "@/ui/dayBook/PeriodBrush";
import { useDayBook } from "@/ui/dayBook/useDayBook";
import { usePeriod } from "@/ui/dayBook/usePeriod";
import { dayText } from "@/ui/marks/words";
import { useSelection } from "@/ui/selection/useSelection";
import { DayHours } from "./DayHours";
import { EnergyPicture } from "./EnergyPicture";
import { RibbonPicture } from "./RibbonPicture";
import { stackPoints } from "./stackPoints";
import { TimeStack } from "./TimeStack";
import { WeatherLegend, WeatherPicture } from "./WeatherPicture";

const HEIGHTS = { energy: 132, weather: 44, ribbon: 76, hours: 124 } as const;

/** Days on one axis: energy, weather and the ribbon, a reading line through all of them, and the hours of the day that is picked. */
export function DaysLeaf({
  siteId,
  terms,
  revision,
  overview,
  spans,
  chief,
}: {
  siteId: string;
  /** Words and units of the site. */
  terms: Terms;
  revision: string;
  overview: Pick<Overview, "days" | "expectedKwh" | "measuredKwh" | "dayBandPct" | "dayBook" | "epochs">;
  spans: readonly CauseSpan[];
  /** Which cause is marked where none is picked. */
  chief: { cause: CauseId; scope: string } | null;
}) {
  const { days, expectedKwh, measuredKwh, dayBandPct, epochs } = overview;
  const { selection, select } = useSelection();
  const { range, setRange } = usePeriod(days);
  const { book, trouble } = useDayBook(siteId, overview.dayBook, revision);
  const drawing = useRef<HTMLDivElement>(null);
  const points = useMemo(
    () => stackPoints({ days, expectedKwh, measuredKwh }, range.from, range.to, book),
    [days, expectedKwh, measuredKwh, range.from, range.to, book],
  );
  const marked = selection.cause ?? chief;
  const stretches = useMemo(() => (marked ? causeStretches(book, overview, spans, marked) : []), [book, overview, spans, marked]);
  const own = spans.filter(({ cause, scope }) => marked !== null && cause === marked.cause && scope === marked.scope);
  const unitAt = book?.shape.units.findIndex(({ scope }) => scope === selection.part) ?? -1;
  const unit = unitAt >= 0 && (book?.shape.units.length ?? 0) > 1 ? unitAt : null;
  const name = `Energy by day, ${dayText(days[range.from])} to ${dayText(days[range.to])}`;
  const told = (value: number | null, unit: "°C" | "mm" | "cm") => (value === null ? null : valueIn(terms, value, unit));
  const table = {
    columns: [
      "day",
      "expected, kWh",
      "measured, kWh",
      "light, kWh/m²",
      `air, ${unitIn(terms, "°C")}`,
      `rain, ${unitIn(terms, "mm")}`,
      `snow, ${unitIn(terms, "cm")}`,
    ],
    rows: points.map(({ day, expected, measured, light, air, rain, snow }) => [
      day,
      ...[expected, measured, light, told(air, "°C"), told(rain, "mm"), told(snow, "cm")].map(tidy),
    ]),
  };
  return (
    <div className="grid gap-2">
      {trouble ? <p role="alert">{trouble}</p> : null}
      <div ref={drawing} className="min-w-0">
        <TimeStack
          points={points}
          bandPct={dayBandPct}
          terms={terms}
          marked={stretches.length > 0 && marked ? { cause: marked.cause, stretches } : null}
          borders={epochs.flatMap(({ from }) => (from ? days.findIndex((day) => day >= from) : []))}
          pickedDay={selection.day}
          onPick={(day) => select({ day: selection.day === day ? null : day })}
          tools={
            <span className="caption no-print flex items-center gap-x-3">
              <ValuesTable name={name} table={table} />
              <ChartExports name={name} table={table} drawing={drawing} />
            </span>
          }
          legend={
            <>
              <Legend />
              <WeatherLegend />
              {own.length > 0 ? <span>marked: {own[0].title}</span> : null}
              {epochs.map(({ version, from }) =>
                from ? (
                  <span key={version}>
                    ┊ from {dayText(from)} on held against as-built {version}
                  </span>
                ) : null,
              )}
            </>
          }
        >
          <EnergyPicture points={points} height={HEIGHTS.energy} name={name} />
          <WeatherPicture points={points} height={HEIGHTS.weather} />
          <RibbonPicture book={book} from={range.from} to={range.to} unit={unit} height={HEIGHTS.ribbon} />
        </TimeStack>
      </div>
      {epochs.map(({ version, from, to, refused }) =>
        refused ? (
          <p key={version} className="border-l-4 border-watch bg-raised p-3">
            Nothing is told of the days {from ? `from ${dayText(from)} ` : ""}
            {to ? `until ${dayText(to)}` : "on"}, held against as-built {version}: {refused}
          </p>
        ) : null,
      )}
      <PeriodBrush days={days} expectedKwh={expectedKwh} measuredKwh={measuredKwh} range={range} onRange={setRange} rests />
      {selection.day && book ? <DayHours book={book} day={selection.day} unit={unit} height={HEIGHTS.hours} /> : null}
    </div>
  );
}
