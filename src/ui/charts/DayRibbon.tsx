"use client";

import { useEffect, useRef, useState } from "react";
import { DAY_MS } from "@/core/constants";
import { RIBBON } from "@/core/diagnosis/ribbonCodes";
import { dayText } from "../marks/words";

export interface RibbonShape {
  firstDay: string;
  rows: number;
  columns: number;
  minutesPerColumn: number;
  peakW: number;
}

const FROM_HOUR = 3;
const TO_HOUR = 22;

/**
 * The day ribbon: each day a column from left to right, each interval of its daylight a cell from morning
 * to evening. The cell's strength is the share of expected that came; blank is night, dotted is missing.
 */
export function DayRibbon({ siteId, shape, revision }: { siteId: string; shape: RibbonShape; revision: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const cells = useRef<Uint8Array | null>(null);
  const [loaded, setLoaded] = useState(false);
  const [readout, setReadout] = useState("");
  const [problem, setProblem] = useState("");

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new revision means new cells under the same address
  useEffect(() => {
    let gone = false;
    const paint = () => {
      if (canvas.current && cells.current) draw(canvas.current, cells.current, shape);
    };
    fetch(`/api/sites/${siteId}/ribbon`)
      .then(async (response) => {
        if (!response.ok) throw new Error(String(response.status));
        if (gone) return;
        cells.current = new Uint8Array(await response.arrayBuffer());
        paint();
        setLoaded(true);
      })
      .catch(() => setProblem("The ribbon could not be loaded"));
    const watcher = new MutationObserver(paint);
    watcher.observe(document.documentElement, { attributeFilter: ["data-sheet"] });
    return () => {
      gone = true;
      watcher.disconnect();
    };
  }, [siteId, shape, revision]);

  const point = (event: React.PointerEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const row = Math.min(shape.rows - 1, Math.max(0, Math.floor(((event.clientX - box.left) / box.width) * shape.rows)));
    const { first, count } = visible(shape);
    const column = first + Math.min(count - 1, Math.max(0, Math.floor(((event.clientY - box.top) / box.height) * count)));
    setReadout(cells.current ? cellText(cells.current, shape, row, column) : "");
  };

  return (
    <figure className="min-w-0">
      <div className="flex">
        <div className="caption figures flex h-40 w-14 flex-col justify-between pr-2 text-right" aria-hidden="true">
          <span>{FROM_HOUR}:00</span>
          <span>noon</span>
          <span>{TO_HOUR}:00</span>
        </div>
        <canvas
          ref={canvas}
          className="h-40 w-full min-w-0 border border-rule-strong [image-rendering:pixelated]"
          role="img"
          aria-busy={!loaded}
          aria-label="Day ribbon: every day from left to right, every interval from morning down to evening, shaded by the share of expected output"
          onPointerMove={point}
          onPointerDown={point}
          onPointerLeave={() => setReadout("")}
        />
      </div>
      <figcaption className="caption figures mt-1 flex min-h-6 flex-wrap items-center gap-x-5 pl-14">
        <span className="inline-flex items-center gap-1.5">
          nothing
          <span
            className="h-3 w-32 border border-rule-strong"
            style={{ background: "linear-gradient(90deg, var(--ribbon-low), var(--ribbon-mid), var(--ribbon-full))" }}
          />
          as expected
        </span>
        <span>blank: night · grey: no value</span>
        <span aria-live="polite">{problem || readout}</span>
      </figcaption>
    </figure>
  );
}

function visible(shape: RibbonShape): { first: number; count: number } {
  const first = Math.floor((FROM_HOUR * 60) / shape.minutesPerColumn);
  return { first, count: Math.ceil((TO_HOUR * 60) / shape.minutesPerColumn) - first };
}

function cellText(cells: Uint8Array, shape: RibbonShape, row: number, column: number): string {
  const at = (row * shape.columns + column) * 2;
  const minute = column * shape.minutesPerColumn;
  const day = new Date(Date.parse(shape.firstDay) + row * DAY_MS).toISOString();
  const when = `${dayText(day)}, ${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
  if (cells[at + 1] === RIBBON.night) return `${when}: night`;
  if (cells[at + 1] === RIBBON.missing) return `${when}: no usable value`;
  return `${when}: ${cells[at + 1]} % of ${Math.round((cells[at] / 255) * shape.peakW)} W`;
}

function draw(canvas: HTMLCanvasElement, cells: Uint8Array, shape: RibbonShape): void {
  const style = getComputedStyle(document.documentElement);
  const stops = ["--ribbon-low", "--ribbon-mid", "--ribbon-full"].map((name) => rgb(style.getPropertyValue(name)));
  const paper = rgb(style.getPropertyValue("--raised"));
  const missing = rgb(style.getPropertyValue("--rule"));
  const { first, count } = visible(shape);
  canvas.width = shape.rows;
  canvas.height = count;
  const context = canvas.getContext("2d");
  if (!context) return;
  const image = context.createImageData(shape.rows, count);
  for (let row = 0; row < shape.rows; row++) {
    for (let k = 0; k < count; k++) {
      const at = (row * shape.columns + first + k) * 2;
      const code = cells[at + 1];
      // Weak light matters little: its cells fade into the paper.
      const strength = Math.min(1, 0.25 + (cells[at] / 255) * 3);
      const colour =
        code === RIBBON.night ? paper : code === RIBBON.missing ? missing : mix(paper, ramp(stops, Math.min(1, code / 100)), strength);
      image.data.set([...colour, 255], (k * shape.rows + row) * 4);
    }
  }
  context.putImageData(image, 0, 0);
}

type Rgb = [number, number, number];

function rgb(hex: string): Rgb {
  const value = Number.parseInt(hex.trim().slice(1), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}

function mix(a: Rgb, b: Rgb, share: number): Rgb {
  return a.map((from, k) => Math.round(from + (b[k] - from) * share)) as Rgb;
}

function ramp(stops: Rgb[], share: number): Rgb {
  return share < 0.5 ? mix(stops[0], stops[1], share * 2) : mix(stops[1], stops[2], (share - 0.5) * 2);
}
