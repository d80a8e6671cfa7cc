"use client";

import { useMemo, useRef, useState } from "react";
import { impliedSkyline, skyLoss } from "@/core/dayBook/skyLoss";
import { sunPlaces } from "@/core/dayBook/sunPlaces";
import type { Overview } from "@/core/diagnosis/overviewSchema";
import type { SiteFile } from "@/core/site/siteSchema";
import { ChartExports } from "@/ui/charts/frame/ChartExports";
import { tidy } from "@/ui/charts/frame/chartTable";
import { ValuesTable } from "@/ui/charts/frame/ValuesTable";
import { PeriodBrush } from "@/ui/dayBook/PeriodBrush";
import { useDayBook } from "@/ui/dayBook/useDayBook";
import { usePeriod } from "@/ui/dayBook/usePeriod";
import { dayText } from "@/ui/marks/words";
import { useSelection } from "@/ui/selection/useSelection";
import { edgeText, SkyChart } from "./SkyChart";

const HEIGHT = 300;

/** Loss by the place of the sun, of the period and inverter that are picked. */
export function SkyLeaf({
  site,
  revision,
  overview,
}: {
  site: SiteFile;
  revision: string;
  overview: Pick<Overview, "days" | "expectedKwh" | "measuredKwh" | "dayBook">;
}) {
  const { days, expectedKwh, measuredKwh } = overview;
  const { selection, select } = useSelection();
  const { range, setRange } = usePeriod(days);
  const { book, trouble } = useDayBook(site.id, overview.dayBook, revision);
  const [planeId, setPlaneId] = useState(site.planes[0].id);
  const drawing = useRef<HTMLDivElement>(null);
  const places = useMemo(() => (book ? sunPlaces(book, site.location, site.location.timeZone) : null), [book, site.location]);
  const units = overview.dayBook.units;
  const unitAt = units.findIndex(({ scope }) => scope === selection.part);
  const unit = units.length > 1 && unitAt >= 0 ? unitAt : null;
  const parts = useMemo(
    () => (book && places ? skyLoss(book, places, { from: range.from, to: range.to + 1, unit }) : []),
    [book, places, range.from, range.to, unit],
  );
  const edges = useMemo(() => impliedSkyline(parts), [parts]);
  const path = useMemo(() => {
    if (!selection.day || !book || !places) return [];
    const row = book.rowOf(selection.day);
    const slots = Array.from({ length: book.shape.columns }, (_, column) => row * book.shape.columns + column);
    return slots
      .filter((k) => places.elevationDeg[k] > 0)
      .map((k) => ({ azimuthDeg: places.azimuthDeg[k], elevationDeg: places.elevationDeg[k] }));
  }, [selection.day, book, places]);
  const plane = site.planes.find(({ id }) => id === planeId) ?? site.planes[0];
  const name = `Sky, ${dayText(days[range.from])} to ${dayText(days[range.to])}`;
  const table = {
    columns: ["sun's bearing, °", "sun's height, °", "expected, kWh", "measured, kWh"],
    rows: parts.map(({ azimuthDeg, elevationDeg, ...energy }) => [
      `${azimuthDeg}° / ${elevationDeg}°`,
      elevationDeg,
      tidy(energy.expectedKwh),
      tidy(energy.measuredKwh),
    ]),
  };
  return (
    <div className="grid gap-2">
      {trouble ? <p role="alert">{trouble}</p> : null}
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
        <p className="min-w-0 flex-1 basis-64 font-semibold">{book ? edgeText(edges) : "The days are being fetched."}</p>
        {units.length > 1 ? (
          <label className="flex items-center gap-2">
            Inverter
            <select
              className="field min-h-9 w-auto py-1 max-desk:min-h-11"
              value={unit === null ? "" : units[unit].scope}
              onChange={(event) => select({ part: event.target.value || null })}
            >
              <option value="">all</option>
              {units.map(({ scope }) => (
                <option key={scope}>{scope}</option>
              ))}
            </select>
          </label>
        ) : null}
        {site.planes.length > 1 ? (
          <label className="flex items-center gap-2">
            Outline of plane
            <select
              className="field min-h-9 w-auto py-1 max-desk:min-h-11"
              value={plane.id}
              onChange={(event) => setPlaneId(event.target.value)}
            >
              {site.planes.map(({ id }) => (
                <option key={id}>{id}</option>
              ))}
            </select>
          </label>
        ) : null}
      </div>
      <div ref={drawing}>
        <SkyChart
          parts={parts}
          edges={edges}
          plane={plane}
          path={path}
          nowMs={Date.parse(days[range.to])}
          south={site.location.lat >= 0}
          height={HEIGHT}
        />
      </div>
      <div className="caption figures flex flex-wrap items-center gap-x-5 gap-y-1">
        <span className="inline-flex items-center gap-1.5">
          nothing
          <span
            className="h-3 w-24 border border-rule-strong"
            style={{ background: "linear-gradient(90deg, var(--ribbon-low), var(--ribbon-mid), var(--ribbon-full))" }}
          />
          as expected
        </span>
        <span>hatched: horizon</span>
        <span>outlined: obstacles as built</span>
        <span className="inline-flex items-center gap-1.5">
          <span className="w-5 border-t-3 border-lost" aria-hidden="true" />
          edge that the data imply
        </span>
        {path.length > 1 ? <span>sun&rsquo;s way on {dayText(selection.day as string)}</span> : null}
        <span className="no-print ml-auto flex items-center gap-x-3">
          <ValuesTable name={name} table={table} />
          <ChartExports name={name} table={table} drawing={drawing} />
        </span>
      </div>
      <PeriodBrush days={days} expectedKwh={expectedKwh} measuredKwh={measuredKwh} range={range} onRange={setRange} />
    </div>
  );
}
