import { Area, Line } from "recharts";

/** The visual grammar of every chart of energy over time: expected dashed, measured solid, what is lost hatched between. Of points with `expected`, `measured` and `lost`. */
export function ExpectedAndMeasured({ hatch, dots = true }: { hatch: string; dots?: boolean }) {
  return (
    <>
      <defs>
        <pattern id={hatch} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" x2="0" y1="0" y2="6" stroke="var(--lost)" strokeWidth="1.4" />
        </pattern>
      </defs>
      <Area dataKey="lost" fill={`url(#${hatch})`} fillOpacity={1} stroke="none" activeDot={false} isAnimationActive={false} />
      <Line
        dataKey="expected"
        stroke="var(--ink)"
        strokeWidth={1.4}
        strokeDasharray="5 3.5"
        dot={false}
        activeDot={false}
        isAnimationActive={false}
      />
      <Line
        dataKey="measured"
        stroke="var(--measured)"
        strokeWidth={2}
        dot={false}
        activeDot={dots ? { r: 4, fill: "var(--measured)" } : false}
        isAnimationActive={false}
      />
    </>
  );
}
