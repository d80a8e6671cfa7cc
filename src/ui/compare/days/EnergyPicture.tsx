import { useId } from "react";
import { ComposedChart, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { calendarTicks, tickText } from "@/ui/charts/calendarTicks";
import { ExpectedAndMeasured } from "@/ui/charts/ExpectedAndMeasured";
import type { StackPoint } from "./stackPoints";
import { MARGIN, stackDomain } from "./stackScale";

const TICK = { fontSize: 13, fill: "var(--quiet)" } as const;

/** Energy by day on the shared axis. */
export function EnergyPicture({ points, height, name }: { points: readonly StackPoint[]; height: number; name: string }) {
  const hatch = `lost-${useId().replaceAll(":", "")}`;
  const ticks = calendarTicks(points.map(({ day }) => day));
  const named = new Map(points.flatMap(({ x, day }) => (ticks.days.includes(day) ? [[x, day] as const] : [])));
  return (
    <ResponsiveContainer width="100%" height={height} minWidth={0} initialDimension={{ width: 800, height }}>
      <ComposedChart data={[...points]} margin={MARGIN} title={name} accessibilityLayer={false}>
        <XAxis
          dataKey="x"
          type="number"
          domain={stackDomain(points.length)}
          ticks={[...named.keys()]}
          tickFormatter={(x: number) => tickText(named.get(x) ?? "2000-01-01", ticks.names)}
          tick={TICK}
          stroke="var(--rule-strong)"
          interval="equidistantPreserveStart"
          minTickGap={10}
        />
        <YAxis tick={TICK} stroke="var(--rule)" width={64} tickFormatter={(kwh: number) => `${kwh} kWh`} tickCount={4} />
        <ExpectedAndMeasured hatch={hatch} dots={false} />
      </ComposedChart>
    </ResponsiveContainer>
  );
}
