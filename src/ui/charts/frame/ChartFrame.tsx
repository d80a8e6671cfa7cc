"use client";

import { useId, useRef } from "react";
import { ResponsiveContainer } from "recharts";
import { ChartExports } from "./ChartExports";
import type { ChartTable } from "./chartTable";
import { ValuesTable } from "./ValuesTable";

/** Width in which a chart is drawn before its place is known: on the server, for print, and until it is measured. */
const FIRST_WIDTH = 840;

/**
 * What every standard chart has: its name, a legend, a keyboard cursor (arrow keys, from the drawing library), its values as a table for those who don't see it, and
 * ways to take it along. The drawing itself is redrawn in the width that there is, never shrunk.
 */
export function ChartFrame({
  name,
  height = 240,
  legend,
  table,
  children,
}: {
  name: string;
  height?: number;
  legend: React.ReactNode;
  table: ChartTable;
  /** A chart of the drawing library. */
  children: React.ReactElement;
}) {
  const drawing = useRef<HTMLDivElement>(null);
  const id = useId();
  return (
    <figure className="min-w-0" aria-labelledby={id}>
      <div ref={drawing} className="chart-drawing min-w-0">
        <ResponsiveContainer width="100%" height={height} minWidth={0} initialDimension={{ width: FIRST_WIDTH, height }}>
          {children}
        </ResponsiveContainer>
      </div>
      <figcaption className="caption figures flex flex-wrap items-center gap-x-5 gap-y-1">
        <span id={id} className="sr-only">
          {name}
        </span>
        {legend}
        <span className="no-print ml-auto flex items-center gap-x-3">
          <ValuesTable name={name} table={table} />
          <ChartExports name={name} table={table} drawing={drawing} />
        </span>
      </figcaption>
    </figure>
  );
}
