import { useId } from "react";
import { Area, Bar, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from "recharts";
import type { StackPoint } from "./stackPoints";
import { MARGIN, stackDomain } from "./stackScale";

/** Rain hangs from above and snow lies below: each takes a third of the height at most. */
const PART = 3;
const TICK = { fontSize: 12, fill: "var(--quiet)" } as const;

/** The weather under the days: light as a ground, warmth as a line, rain from above, snow at the foot. */
export function WeatherPicture({ points, height }: { points: readonly StackPoint[]; height: number }) {
  const id = useId().replaceAll(":", "");
  const top = (pick: (point: StackPoint) => number | null, least: number) => Math.max(least, ...points.map((point) => pick(point) ?? 0));
  return (
    <ResponsiveContainer width="100%" height={height} minWidth={0} initialDimension={{ width: 800, height }}>
      <ComposedChart data={[...points]} margin={MARGIN} accessibilityLayer={false}>
        <defs>
          <pattern id={id} width="5" height="5" patternUnits="userSpaceOnUse">
            <circle cx="2.5" cy="2.5" r="1.1" fill="var(--ink)" />
          </pattern>
        </defs>
        <XAxis dataKey="x" type="number" domain={stackDomain(points.length)} hide />
        <YAxis
          yAxisId="light"
          domain={[0, top(({ light }) => light, 1)]}
          tick={TICK}
          stroke="var(--rule)"
          width={64}
          ticks={[0, Math.round(top(({ light }) => light, 1))]}
          tickFormatter={(kwh: number) => (kwh === 0 ? "" : `${kwh} kWh`)}
        />
        <YAxis yAxisId="air" orientation="right" domain={["dataMin", "dataMax"]} hide />
        <YAxis yAxisId="rain" orientation="right" domain={[0, PART * top(({ rain }) => rain, 10)]} reversed hide />
        <YAxis yAxisId="snow" orientation="right" domain={[0, PART * top(({ snow }) => snow, 20)]} hide />
        <Area
          yAxisId="light"
          dataKey="light"
          fill="var(--sunken)"
          fillOpacity={1}
          stroke="var(--rule-strong)"
          strokeWidth={1}
          isAnimationActive={false}
        />
        <Area yAxisId="snow" dataKey="snow" type="step" fill={`url(#${id})`} fillOpacity={1} stroke="none" isAnimationActive={false} />
        <Bar yAxisId="rain" dataKey="rain" fill="var(--measured)" maxBarSize={5} isAnimationActive={false} />
        <Line yAxisId="air" dataKey="air" stroke="var(--fix)" strokeWidth={1.2} dot={false} isAnimationActive={false} />
      </ComposedChart>
    </ResponsiveContainer>
  );
}

/** What the marks of the weather mean. */
export function WeatherLegend() {
  const mark = "mr-1.5 inline-block h-3 w-5 align-[-1px]";
  return (
    <>
      <span>
        <span className={`${mark} border-t border-rule-strong bg-sunken`} aria-hidden="true" />
        light, kWh/m²
      </span>
      <span>
        <span className={`${mark} relative`} aria-hidden="true">
          <span className="absolute inset-x-0 top-1.5 border-t-2 border-fix" />
        </span>
        air
      </span>
      <span>
        <span className={`${mark} relative`} aria-hidden="true">
          <span className="absolute top-0 left-1 h-2 w-1 bg-measured" />
          <span className="absolute top-0 left-3 h-3 w-1 bg-measured" />
        </span>
        rain
      </span>
      <span>
        <svg className={mark} viewBox="0 0 20 12" aria-hidden="true">
          {[3, 8, 13, 18].map((x) => (
            <circle key={x} cx={x} cy="8" r="1.4" fill="var(--ink)" />
          ))}
        </svg>
        snow
      </span>
    </>
  );
}
