"use client";

import { useId, useRef } from "react";
import { Bar, BarChart, Rectangle, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import type { CauseId } from "@/core/causes/causes";
import { ChartExports } from "@/ui/charts/frame/ChartExports";
import { tidy } from "@/ui/charts/frame/chartTable";
import { ValuesTable } from "@/ui/charts/frame/ValuesTable";
import { HatchPattern } from "@/ui/marks/causeHatch";
import { Figure } from "@/ui/marks/Figure";
import { amount } from "@/ui/marks/words";
import { useSelection } from "@/ui/selection/useSelection";
import type { Row } from "./cascadeRows";

/** A step's height before its place is known, px. */
const ROW = 26;

interface Step extends Row {
  span: [number, number];
}

/** Steps of a cascade: names, bars on one scale, and the figures, each open to where it comes from. @param top the whole scale, kWh */
export function CascadeSteps({ label, rows, top }: { label: string; rows: readonly Row[]; top: number }) {
  const id = useId().replaceAll(":", "");
  const drawing = useRef<HTMLDivElement>(null);
  const { selection } = useSelection();
  const steps = rows.map((row, k): Step => {
    const before = k === 0 || row.changeKwh === null ? 0 : row.leftKwh - row.changeKwh;
    return { ...row, span: row.changeKwh === null ? [0, row.leftKwh] : [Math.min(before, row.leftKwh), Math.max(before, row.leftKwh)] };
  });
  const causes = [...new Set(rows.flatMap(({ look }) => (typeof look === "object" ? [look.cause] : [])))];
  const table = {
    columns: ["step", "change, kWh", "left, kWh"],
    rows: rows.map(({ name, changeKwh, leftKwh }) => [name, tidy(changeKwh), tidy(leftKwh)]),
  };
  const fill = ({ look }: Row) =>
    look === "measured" ? "var(--measured)" : look === "sum" ? "transparent" : `url(#${id}-${look === "model" ? "model" : look.cause})`;
  return (
    <div className="relative [--row:26px] max-sm:[--row:44px]">
      <ol aria-label={label} className="border-t-2 border-ink">
        {steps.map((row) => (
          <li
            key={row.key}
            className={`flex h-(--row) items-center justify-between border-b border-rule ${row.changeKwh === null ? "font-semibold" : ""} ${isPicked(row, selection.cause) ? "bg-raised" : ""}`}
          >
            <span className="w-64 leading-tight max-sm:w-36 max-sm:text-sm">{row.name}</span>
            <span className="w-36 text-right">
              <Figure
                bare
                label={row.name}
                value={row.changeKwh === null ? amount(row.leftKwh, 0) : signed(row.changeKwh)}
                unit={row.bandPct === undefined ? "kWh" : `kWh ±${row.bandPct.toFixed(0)} %`}
                origin={row.origin}
              />
            </span>
          </li>
        ))}
      </ol>
      <div
        ref={drawing}
        className="absolute top-0.5 right-36 left-64 max-sm:left-36"
        style={{ height: `calc(var(--row) * ${rows.length})` }}
      >
        <ResponsiveContainer width="100%" height="100%" minWidth={0} initialDimension={{ width: 360, height: ROW * rows.length }}>
          <BarChart data={steps} layout="vertical" margin={{ top: 0, right: 4, bottom: 0, left: 4 }} title={label} barCategoryGap={5}>
            <defs>
              {causes.map((cause) => (
                <HatchPattern key={cause} id={`${id}-${cause}`} cause={cause} />
              ))}
              <pattern id={`${id}-model`} width="6" height="6" patternUnits="userSpaceOnUse">
                <path d="M0 6 L6 0" stroke="var(--rule-strong)" strokeWidth="1" />
              </pattern>
            </defs>
            <XAxis type="number" domain={[0, top]} hide />
            <YAxis type="category" dataKey="key" hide />
            <Tooltip
              isAnimationActive={false}
              cursor={{ fill: "var(--sunken)", fillOpacity: 0.6 }}
              content={({ active, payload }) => {
                const step = payload?.[0]?.payload as Step | undefined;
                if (!active || !step) return null;
                return (
                  <p role="status" className="figures border border-ink bg-raised px-2 py-1 text-sm text-ink">
                    {step.name}: {step.changeKwh === null ? "" : `${signed(step.changeKwh)} kWh, leaves `}
                    {amount(step.leftKwh, 0)} kWh
                  </p>
                );
              }}
            />
            <Bar
              dataKey="span"
              isAnimationActive={false}
              minPointSize={2}
              shape={(props: { payload?: Step }) => {
                const step = props.payload as Step;
                return (
                  <Rectangle
                    {...props}
                    fill={fill(step)}
                    stroke={step.look === "measured" ? "var(--measured)" : "var(--ink)"}
                    strokeWidth={1.2}
                    strokeDasharray={step.look === "sum" ? "5 3.5" : undefined}
                  />
                );
              }}
            />
          </BarChart>
        </ResponsiveContainer>
      </div>
      <p className="caption no-print mt-1 flex justify-end gap-x-3">
        <ValuesTable name={label} table={table} />
        <ChartExports name={label} table={table} drawing={drawing} />
      </p>
    </div>
  );
}

function isPicked({ key }: Row, cause: { cause: CauseId; scope: string } | null): boolean {
  return cause !== null && key === `${cause.cause}/${cause.scope}`;
}

function signed(kwh: number): string {
  if (Math.abs(kwh) < 0.5) return "0";
  return `${kwh > 0 ? "+" : "\u2212"}${amount(Math.abs(kwh), 0)}`;
}
