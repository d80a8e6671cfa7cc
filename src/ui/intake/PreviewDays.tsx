"use client";

import { Line, LineChart, ReferenceLine, XAxis, YAxis } from "recharts";
import type { Preview, PreviewDay } from "@/core/intake/preview";
import { ChartFrame } from "../charts/frame/ChartFrame";
import { tidy } from "../charts/frame/chartTable";
import { useWidth } from "../charts/frame/useWidth";
import { dayText } from "../marks/words";

const TICK = { fontSize: 13, fill: "var(--quiet)" } as const;
const DAY_MINUTES = 1440;
/** A clock that is an hour off has to be seen: a day needs so much width, px. */
const DAY_PX = 105;

/** The sunniest days side by side on the clear sky: the file solid, the sky dashed. A wrong zone or unit is seen at once. */
export function PreviewDays({ preview, unit }: { preview: Preview; unit: string }) {
  const { place, width } = useWidth<HTMLDivElement>(1088);
  const most = niceMost(Math.max(1, ...preview.days.flatMap(({ measured, clear }) => [...measured, ...clear].map((value) => value ?? 0))));
  const each = Math.max(2, Math.min(preview.days.length, Math.floor((width - 64) / DAY_PX)));
  const rows = Array.from({ length: Math.ceil(preview.days.length / each) }, (_, k) => preview.days.slice(k * each, (k + 1) * each));
  return (
    <div ref={place} className="grid min-w-0 gap-2">
      {rows.map((days) => (
        <DayRow key={days[0].day} days={days} each={each} most={most} unit={unit} channel={preview.channel ?? ""} />
      ))}
    </div>
  );
}

function DayRow({ days, each, most, unit, channel }: { days: PreviewDay[]; each: number; most: number; unit: string; channel: string }) {
  const points = days.flatMap((day, k) =>
    day.minutes.map((minute, i) => ({
      at: k * DAY_MINUTES + minute,
      day: day.day,
      minute,
      measured: day.measured[i],
      clear: day.clear[i],
    })),
  );
  const thousands = most >= 2000;
  const noons = days.map((_, k) => (k + 0.5) * DAY_MINUTES);
  return (
    <ChartFrame
      name={`${channel} on the clear sky, ${days.map(({ day }) => dayText(day)).join(", ")}`}
      height={230}
      legend={<PreviewLegend />}
      table={{
        columns: ["day", "time", `in the file, ${unit}`, `clear sky, ${unit}`],
        rows: points.map(({ day, minute, measured, clear }) => [day, clock(minute), tidy(measured), tidy(clear)]),
      }}
    >
      <LineChart data={points} margin={{ top: 8, right: 4, bottom: 0, left: 0 }}>
        <XAxis
          dataKey="at"
          type="number"
          domain={[0, each * DAY_MINUTES]}
          ticks={noons}
          interval={0}
          tickFormatter={(at: number) => dayText(days[Math.floor(at / DAY_MINUTES)].day).replace(/ \d{4}$/, "")}
          tick={TICK}
          stroke="var(--rule-strong)"
        />
        <YAxis
          domain={[0, most]}
          tick={TICK}
          stroke="var(--rule)"
          width={64}
          tickFormatter={(value: number) => (thousands ? `${value / 1000} k${unit}` : `${value} ${unit}`)}
          tickCount={5}
        />
        {noons.map((at) => (
          <ReferenceLine key={at} x={at} stroke="var(--rule)" />
        ))}
        {days.slice(1).map(({ day }, k) => (
          <ReferenceLine key={day} x={(k + 1) * DAY_MINUTES} stroke="var(--rule-strong)" />
        ))}
        <Line dataKey="clear" stroke="var(--ink)" strokeWidth={1.4} strokeDasharray="5 3.5" dot={false} isAnimationActive={false} />
        <Line dataKey="measured" stroke="var(--measured)" strokeWidth={2} dot={false} isAnimationActive={false} />
      </LineChart>
    </ChartFrame>
  );
}

function clock(minute: number): string {
  return `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
}

/** The next value over it that an axis of four steps can have in round numbers. */
function niceMost(value: number): number {
  const size = 10 ** Math.floor(Math.log10(value));
  return ([1, 1.2, 1.6, 2, 2.4, 3.2, 4, 6, 8, 10].find((step) => step * size >= value) ?? 10) * size;
}

/** The grammar of this picture; the fine rule in each day is noon. */
function PreviewLegend() {
  return (
    <span className="flex flex-wrap gap-x-4">
      <span className="inline-flex items-center gap-1.5">
        <svg width="26" height="10" aria-hidden="true">
          <line x1="0" x2="26" y1="5" y2="5" stroke="var(--measured)" strokeWidth="2.4" />
        </svg>
        in the file
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="26" height="10" aria-hidden="true">
          <line x1="0" x2="26" y1="5" y2="5" stroke="var(--ink)" strokeWidth="1.6" strokeDasharray="5 3.5" />
        </svg>
        clear sky
      </span>
      <span>fine rule: noon by the site's clock</span>
    </span>
  );
}
