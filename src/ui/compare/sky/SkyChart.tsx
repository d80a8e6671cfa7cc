"use client";

import { useId, useMemo, useState } from "react";
import { type ImpliedEdge, PART_OF_SKY, type SkyPart } from "@/core/dayBook/skyLoss";
import { sideWord } from "@/core/site/places";
import type { Plane } from "@/core/site/siteSchema";
import { useWidth } from "@/ui/charts/frame/useWidth";
import { amount } from "@/ui/marks/words";
import { Ground, GroundHatch, Outline, Scales } from "@/ui/sky/outlines";
import { ROOM, type SkyScale, skyScale, turned } from "@/ui/sky/skyScale";
import { mix, ramp, sheetColour, sheetRamp } from "@/ui/tokens/sheetColours";
import { useSheet } from "@/ui/tokens/useSheet";

const FIRST_WIDTH = 800;
/** Parts of less than this of the strongest one's energy fade into the paper. */
const FAINT = 0.15;

/** Loss by the place of the sun: each part of the sky in the colour of the share that came, with horizon, obstacles and the edge that the data imply over it. */
export function SkyChart({
  parts,
  edges,
  plane,
  path,
  nowMs,
  south,
  height,
}: {
  parts: readonly SkyPart[];
  edges: readonly ImpliedEdge[];
  plane: Plane;
  /** The sun's way on the picked day, in degrees; empty without one. */
  path: readonly { azimuthDeg: number; elevationDeg: number }[];
  nowMs: number;
  south: boolean;
  height: number;
}) {
  const { place, width } = useWidth<HTMLDivElement>(FIRST_WIDTH);
  const scale = useMemo(() => skyScale(sunnyPart(parts, south), width, height, south), [parts, width, height, south]);
  const [at, setAt] = useState<number | null>(null);
  const id = useId().replaceAll(":", "");
  const read = at === null ? undefined : parts[at];
  const near = (azimuthDeg: number, elevationDeg: number) => {
    const k = parts.findIndex(
      (part) =>
        Math.abs(part.azimuthDeg - azimuthDeg) <= PART_OF_SKY.azimuthDeg / 2 &&
        Math.abs(part.elevationDeg - elevationDeg) <= PART_OF_SKY.elevationDeg / 2,
    );
    return k < 0 ? null : k;
  };
  const onKey = (event: React.KeyboardEvent) => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (!step) return;
    event.preventDefault();
    const now = read ?? parts.reduce((most, part) => (part.expectedKwh > most.expectedKwh ? part : most), parts[0]);
    if (!now) return;
    const next = near(now.azimuthDeg + step[0] * PART_OF_SKY.azimuthDeg, now.elevationDeg + step[1] * PART_OF_SKY.elevationDeg);
    setAt(read ? (next ?? at) : parts.indexOf(now));
  };
  const readUnder = (event: React.PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    setAt(partUnder(parts, scale, event.clientX - box.left, event.clientY - box.top));
  };
  return (
    <div ref={place} className="min-w-0">
      <p className="figures min-h-6 text-sm" aria-live="polite">
        {read ? partText(read) : <span className="text-quiet">Move over the sky to read it; with the keyboard, the arrow keys.</span>}
      </p>
      <svg
        width={width}
        height={height}
        className="block max-w-full cursor-crosshair touch-pan-y"
        role="img"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it is read by the arrow keys
        tabIndex={0}
        aria-label={`Sky chart of plane ${plane.id}: share of the expected energy that came, by bearing and height of the sun. ${edgeText(edges)}`}
        onKeyDown={onKey}
        onPointerDown={readUnder}
        onPointerMove={readUnder}
        onPointerLeave={() => setAt(null)}
        onBlur={() => setAt(null)}
      >
        <defs>
          <GroundHatch id={`ground-${id}`} />
          <clipPath id={`sky-${id}`}>
            <rect x={ROOM.left} y={ROOM.top} width={width - ROOM.left - ROOM.right} height={height - ROOM.top - ROOM.bottom} />
          </clipPath>
        </defs>
        <g clipPath={`url(#sky-${id})`}>
          <Parts parts={parts} scale={scale} />
          <Ground horizon={plane.horizon} scale={scale} hatch={`ground-${id}`} south={south} />
          {plane.obstacles.map((obstacle) => (
            <Outline key={obstacle.id} obstacle={obstacle} scale={scale} nowMs={nowMs} />
          ))}
          {path.length > 1 ? (
            <path
              d={`M${path.map((sun) => `${scale.x(sun.azimuthDeg).toFixed(1)} ${scale.y(sun.elevationDeg).toFixed(1)}`).join("L")}`}
              fill="none"
              stroke="var(--act)"
              strokeWidth="2.5"
            />
          ) : null}
          <Edge edges={edges} scale={scale} />
          {read ? (
            <rect
              x={scale.x(read.azimuthDeg - PART_OF_SKY.azimuthDeg / 2)}
              y={scale.y(read.elevationDeg + PART_OF_SKY.elevationDeg / 2)}
              width={scale.x(read.azimuthDeg + PART_OF_SKY.azimuthDeg / 2) - scale.x(read.azimuthDeg - PART_OF_SKY.azimuthDeg / 2)}
              height={scale.y(0) - scale.y(PART_OF_SKY.elevationDeg)}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="2"
            />
          ) : null}
        </g>
        <Scales scale={scale} south={south} />
      </svg>
    </div>
  );
}

/** The part of the sky that the sun came to. */
function sunnyPart(parts: readonly SkyPart[], south: boolean) {
  const bearings = parts.map(({ azimuthDeg }) => turned(azimuthDeg, south));
  const [fromDeg, toDeg] = bearings.length > 0 ? [Math.min(...bearings) - 6, Math.max(...bearings) + 6] : [60, 300];
  return { fromDeg, toDeg, topDeg: Math.max(15, ...parts.map(({ elevationDeg }) => elevationDeg + 2 * PART_OF_SKY.elevationDeg)) };
}

function partUnder(parts: readonly SkyPart[], scale: SkyScale, x: number, y: number): number | null {
  const [halfX, halfY] = [PART_OF_SKY.azimuthDeg / 2, PART_OF_SKY.elevationDeg / 2];
  const k = parts.findIndex(
    ({ azimuthDeg, elevationDeg }) =>
      x >= scale.x(azimuthDeg - halfX) &&
      x < scale.x(azimuthDeg + halfX) &&
      y >= scale.y(elevationDeg + halfY) &&
      y < scale.y(elevationDeg - halfY),
  );
  return k < 0 ? null : k;
}

function partText({ azimuthDeg, elevationDeg, expectedKwh, measuredKwh, slots }: SkyPart): string {
  return `Sun at ${azimuthDeg.toFixed(0)}° (${sideWord(azimuthDeg)}), ${elevationDeg.toFixed(0)}° high: ${amount(measuredKwh)} of ${amount(expectedKwh)} kWh, ${expectedKwh > 0 ? Math.round((100 * measuredKwh) / expectedKwh) : 0} %, from ${slots} quarter hours`;
}

/** The edge that the data imply, in words. */
export function edgeText(edges: readonly ImpliedEdge[]): string {
  const there = edges.filter(({ elevationDeg }) => elevationDeg > 0);
  if (there.length === 0) return "The data imply nothing in the way of the sun.";
  const highest = there.reduce((most, edge) => (edge.elevationDeg > most.elevationDeg ? edge : most));
  const half = PART_OF_SKY.azimuthDeg / 2;
  return `The data imply something in the way between ${there[0].azimuthDeg - half}° and ${there[there.length - 1].azimuthDeg + half}°, up to ${highest.elevationDeg}° high at ${highest.azimuthDeg.toFixed(0)}° (${sideWord(highest.azimuthDeg)}); ${Math.round(100 * highest.missing)} % is missing below.`;
}

function Parts({ parts, scale }: { parts: readonly SkyPart[]; scale: SkyScale }) {
  const sheet = useSheet();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another sheet has other colours
  const colours = useMemo(() => {
    if (typeof document === "undefined") return parts.map(() => "transparent");
    const [stops, paper] = [sheetRamp(), sheetColour("--paper")];
    const most = Math.max(1e-6, ...parts.map(({ expectedKwh }) => expectedKwh));
    return parts.map(({ expectedKwh, measuredKwh }) => {
      const share = expectedKwh > 0 ? Math.min(1, measuredKwh / expectedKwh) : 1;
      return `rgb(${mix(paper, ramp(stops, share), Math.min(1, 0.25 + expectedKwh / (FAINT * most))).join(" ")})`;
    });
  }, [parts, sheet]);
  const height = scale.y(0) - scale.y(PART_OF_SKY.elevationDeg);
  return parts.map(({ azimuthDeg, elevationDeg }, k) => {
    const left = scale.x(azimuthDeg - PART_OF_SKY.azimuthDeg / 2);
    return (
      <rect
        key={`${azimuthDeg}/${elevationDeg}`}
        x={left}
        y={scale.y(elevationDeg + PART_OF_SKY.elevationDeg / 2)}
        width={scale.x(azimuthDeg + PART_OF_SKY.azimuthDeg / 2) - left + 0.4}
        height={height + 0.4}
        fill={colours[k]}
      />
    );
  });
}

/** The edge that the data imply, in steps. */
function Edge({ edges, scale }: { edges: readonly ImpliedEdge[]; scale: SkyScale }) {
  const half = PART_OF_SKY.azimuthDeg / 2;
  const d = edges
    .filter(({ elevationDeg }) => elevationDeg > 0)
    .map(
      ({ azimuthDeg, elevationDeg }) =>
        `M${scale.x(azimuthDeg - half).toFixed(1)} ${scale.y(elevationDeg).toFixed(1)}H${scale.x(azimuthDeg + half).toFixed(1)}`,
    )
    .join("");
  return (
    <>
      <path d={d} stroke="var(--paper)" strokeWidth="6" fill="none" />
      <path d={d} stroke="var(--lost)" strokeWidth="3" fill="none" />
    </>
  );
}
