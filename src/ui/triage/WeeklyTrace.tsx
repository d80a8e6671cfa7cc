"use client";

import { Line, LineChart, ReferenceLine, XAxis, YAxis } from "recharts";

const [WIDTH, HEIGHT] = [104, 28] as const;
const MARGIN = { top: 2, right: 2, bottom: 2, left: 2 } as const;
/** Some weeks lie a little over what was expected. */
const TOP = 1.15;

/** Measured over expected by week as a small trace: expected is the dashed line at one. */
export function WeeklyTrace({ name, weekly }: { name: string; weekly: readonly (number | null)[] }) {
  if (weekly.length === 0) return null;
  const last = weekly.findLast((ratio) => ratio !== null);
  const points = weekly.map((ratio, week) => ({ week, ratio: ratio === null ? null : Math.min(ratio, TOP) }));
  return (
    <div
      role="img"
      aria-label={`${name}: output of the last ${weekly.length} weeks, ${last === null || last === undefined ? "unknown" : `${Math.round(last * 100)} % of expected at the end`}`}
    >
      <div aria-hidden="true">
        <LineChart width={WIDTH} height={HEIGHT} data={points} margin={MARGIN} accessibilityLayer={false}>
          <XAxis dataKey="week" type="number" domain={[0, "dataMax"]} hide />
          <YAxis domain={[0, TOP]} hide />
          <ReferenceLine y={1} stroke="var(--ink)" strokeDasharray="4 3" />
          <ReferenceLine y={0} stroke="var(--rule-strong)" />
          <Line dataKey="ratio" stroke="var(--measured)" strokeWidth={1.8} dot={false} isAnimationActive={false} />
        </LineChart>
      </div>
    </div>
  );
}
