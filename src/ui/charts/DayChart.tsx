"use client";

import { useId, useState } from "react";
import { dayText } from "../marks/words";

const WIDTH = 900;
const HEIGHT = 260;
const LEFT = 58;
const BOTTOM = 26;
const TOP = 10;

export interface DayChartProps {
  days: string[];
  expectedKwh: (number | null)[];
  measuredKwh: (number | null)[];
  /** Half width of the band of one day's expected energy, %. */
  bandPct: number;
  /** A stretch to point out, by its first and last day, with its name. */
  mark?: { from: string; to: string | null; name: string };
}

/**
 * Energy by day: expected dashed, measured solid, what is lost hatched between. The arrow keys walk
 * along the days; the readout names each.
 */
export function DayChart({ days, expectedKwh, measuredKwh, bandPct, mark }: DayChartProps) {
  const id = useId().replaceAll(":", "");
  const [at, setAt] = useState<number | null>(null);
  const top = niceTop(Math.max(1, ...expectedKwh.map((v) => v ?? 0), ...measuredKwh.map((v) => v ?? 0)));
  const x = (k: number) => LEFT + (k * (WIDTH - LEFT)) / Math.max(1, days.length - 1);
  const y = (kwh: number) => TOP + (1 - kwh / top) * (HEIGHT - TOP - BOTTOM);
  const ticks = [0, top / 4, top / 2, (3 * top) / 4, top];
  const months = days.flatMap((day, k) => (day.endsWith("-01") || k === 0 ? [{ k, day }] : []));
  const markFrom = mark
    ? Math.max(
        0,
        days.findIndex((day) => day >= mark.from),
      )
    : 0;
  const markTo = mark?.to
    ? Math.max(
        markFrom,
        days.findLastIndex((day) => day <= (mark.to as string)),
      )
    : days.length - 1;

  const move = (event: React.PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const along = ((event.clientX - box.left) / box.width) * WIDTH;
    setAt(clamp(Math.round(((along - LEFT) / (WIDTH - LEFT)) * (days.length - 1)), days.length));
  };

  return (
    <figure className="min-w-0 has-focus-visible:outline-3 has-focus-visible:outline-offset-4 has-focus-visible:outline-act">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full touch-pan-y select-none"
        role="img"
        aria-label={`Energy by day, ${dayText(days[0])} to ${dayText(days[days.length - 1])}`}
        onPointerMove={move}
        onPointerDown={move}
        onPointerLeave={() => setAt(null)}
      >
        <defs>
          <pattern id={`lost-${id}`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" x2="0" y1="0" y2="6" stroke="var(--lost)" strokeWidth="1.4" />
          </pattern>
        </defs>
        {mark ? (
          <g>
            <rect
              x={x(markFrom)}
              y={TOP}
              width={Math.max(2, x(markTo) - x(markFrom))}
              height={HEIGHT - TOP - BOTTOM}
              fill="var(--sunken)"
            />
            <line x1={x(markFrom)} x2={x(markFrom)} y1={TOP} y2={HEIGHT - BOTTOM + 6} stroke="var(--ink)" strokeWidth="1.5" />
          </g>
        ) : null}
        {ticks.map((kwh) => (
          <g key={kwh}>
            <line x1={LEFT} x2={WIDTH} y1={y(kwh)} y2={y(kwh)} stroke="var(--rule)" strokeWidth={kwh === 0 ? 1.5 : 0.7} />
            <text x={LEFT - 6} y={y(kwh) + 4} textAnchor="end" fontSize="13" fill="var(--quiet)">
              {kwh === top ? `${kwh} kWh` : Number(kwh.toFixed(1))}
            </text>
          </g>
        ))}
        {months.map(({ k, day }) => (
          <g key={day}>
            <line x1={x(k)} x2={x(k)} y1={HEIGHT - BOTTOM} y2={HEIGHT - BOTTOM + 6} stroke="var(--rule-strong)" />
            {k === 0 && months[1] && x(months[1].k) - x(0) < 50 ? null : (
              <text x={x(k) + 3} y={HEIGHT - 8} fontSize="13" fill="var(--quiet)">
                {new Date(`${day}T00:00Z`).toLocaleDateString("en-GB", { month: "short", timeZone: "UTC" })}
              </text>
            )}
          </g>
        ))}
        <path d={between(expectedKwh, measuredKwh, x, y)} fill={`url(#lost-${id})`} />
        <path d={line(expectedKwh, x, y)} fill="none" stroke="var(--ink)" strokeWidth="1.4" strokeDasharray="5 3.5" />
        <path d={line(measuredKwh, x, y)} fill="none" stroke="var(--measured)" strokeWidth="2" strokeLinejoin="round" />
        {at === null ? null : <line x1={x(at)} x2={x(at)} y1={TOP} y2={HEIGHT - BOTTOM} stroke="var(--ink)" strokeWidth="1" />}
      </svg>
      <input
        type="range"
        className="sr-only"
        aria-label="Read single days"
        aria-valuetext={at === null ? undefined : reading(days[at], expectedKwh[at], measuredKwh[at], bandPct)}
        min={0}
        max={days.length - 1}
        value={at ?? days.length - 1}
        onChange={(event) => setAt(Number(event.target.value))}
      />
      <figcaption className="caption figures flex min-h-6 flex-wrap gap-x-5">
        <Legend />
        <span aria-live="polite">
          {at === null
            ? mark
              ? `${mark.name} since ${dayText(mark.from)}`
              : ""
            : reading(days[at], expectedKwh[at], measuredKwh[at], bandPct)}
        </span>
      </figcaption>
    </figure>
  );
}

/** The visual grammar in words. */
export function Legend() {
  return (
    <span className="flex flex-wrap gap-x-4">
      <span className="inline-flex items-center gap-1.5">
        <svg width="26" height="10" aria-hidden="true">
          <line x1="0" x2="26" y1="5" y2="5" stroke="var(--ink)" strokeWidth="1.6" strokeDasharray="5 3.5" />
        </svg>
        expected
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="26" height="10" aria-hidden="true">
          <line x1="0" x2="26" y1="5" y2="5" stroke="var(--measured)" strokeWidth="2.4" />
        </svg>
        measured
      </span>
      <span className="inline-flex items-center gap-1.5">
        <svg width="26" height="12" aria-hidden="true">
          <path d="M1 11 L9 1 M9 11 L17 1 M17 11 L25 1" stroke="var(--lost)" strokeWidth="1.4" />
        </svg>
        lost
      </span>
    </span>
  );
}

function reading(day: string, expected: number | null, measured: number | null, bandPct: number): string {
  if (expected === null || measured === null) return `${dayText(day)}: not measured`;
  const share = expected > 0 ? `, ${Math.round((measured / expected) * 100)} %` : "";
  return `${dayText(day)}: ${measured.toFixed(1)} of ${expected.toFixed(1)} kWh ±${bandPct.toFixed(0)} %${share}`;
}

function clamp(k: number, count: number): number {
  return Math.min(count - 1, Math.max(0, k));
}

function niceTop(value: number): number {
  const step = 10 ** Math.floor(Math.log10(value));
  return [1, 1.2, 1.6, 2, 2.4, 3.2, 4, 6, 8, 10].map((k) => k * step).find((top) => top >= value) ?? value;
}

type Scale = (value: number) => number;

function line(values: (number | null)[], x: Scale, y: Scale): string {
  let path = "";
  values.forEach((value, k) => {
    if (value === null) return;
    const joined = k > 0 && values[k - 1] !== null;
    path += `${joined ? "L" : "M"}${x(k).toFixed(1)} ${y(value).toFixed(1)}`;
  });
  return path;
}

/** The space under expected and over measured, stretch by stretch; where more was measured nothing is lost. */
function between(expected: (number | null)[], measured: (number | null)[], x: Scale, y: Scale): string {
  let path = "";
  let k = 0;
  while (k < expected.length) {
    const start = k;
    while (k < expected.length && expected[k] !== null && measured[k] !== null) k++;
    if (k - start >= 2) {
      const upper: string[] = [];
      const lower: string[] = [];
      for (let i = start; i < k; i++) {
        const [e, m] = [expected[i] as number, measured[i] as number];
        upper.push(`${x(i).toFixed(1)} ${y(Math.max(e, m)).toFixed(1)}`);
        lower.unshift(`${x(i).toFixed(1)} ${y(m).toFixed(1)}`);
      }
      path += `M${upper.join("L")}L${lower.join("L")}Z`;
    }
    k = Math.max(k, start + 1);
  }
  return path;
}
