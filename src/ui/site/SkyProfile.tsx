"use client";

import { useId } from "react";
import type { Plane } from "@/core/site/siteSchema";
import type { SunPath } from "@/core/sun/paths";
import { useWidth } from "../charts/frame/useWidth";
import { Ground, GroundHatch, Outline, Scales, SkyLabel } from "../sky/outlines";
import { ROOM, type SkyScale, skyScale, turned } from "../sky/skyScale";

const FIRST_WIDTH = 720;
const HEIGHT = 270;
/** All round, with room over the sun of midsummer for its name. */
const WHOLE = { fromDeg: 0, toDeg: 360, topDeg: 78 };

/** What a plane sees of the sky: horizon, obstacles at today's height, and the sun's way in three seasons; drawn in the width that there is. */
export function SkyProfile({ plane, paths, nowMs, south }: { plane: Plane; paths: SunPath[]; nowMs: number; south: boolean }) {
  const { place, width } = useWidth<HTMLElement>(FIRST_WIDTH);
  const id = useId().replaceAll(":", "");
  const scale = skyScale(WHOLE, width, HEIGHT, south);
  return (
    <figure ref={place} className="min-w-0">
      <svg
        width={width}
        height={HEIGHT}
        className="block max-w-full"
        role="img"
        aria-label={`Sky of plane ${plane.id}: horizon up to ${Math.max(0, ...plane.horizon.map(({ elevationDeg }) => elevationDeg))}°, obstacles: ${plane.obstacles.map((one) => `${one.kind} ${one.id}`).join(", ") || "none"}`}
      >
        <defs>
          <GroundHatch id={`ground-${id}`} />
          <clipPath id={`sky-${id}`}>
            <rect x={ROOM.left} y={ROOM.top} width={width - ROOM.left - ROOM.right} height={HEIGHT - ROOM.top - ROOM.bottom} />
          </clipPath>
        </defs>
        <g clipPath={`url(#sky-${id})`}>
          {paths.map((path) => (
            <path key={path.name} d={pathOf(path, scale, south)} fill="none" stroke="var(--ink)" strokeWidth="1.3" strokeDasharray="6 4" />
          ))}
          <Ground horizon={plane.horizon} scale={scale} hatch={`ground-${id}`} south={south} />
          {plane.obstacles.map((obstacle) => (
            <Outline key={obstacle.id} obstacle={obstacle} scale={scale} nowMs={nowMs} filled />
          ))}
          {paths.map((path) => (
            <PathName key={path.name} path={path} scale={scale} />
          ))}
        </g>
        <Scales scale={scale} south={south} />
      </svg>
      <figcaption className="caption">
        The sky from the middle of plane {plane.id}: horizon hatched, sun dashed, obstacles at today&rsquo;s height
      </figcaption>
    </figure>
  );
}

function PathName({ path: { name, points }, scale }: { path: SunPath; scale: SkyScale }) {
  if (points.length === 0) return null;
  const highest = points.reduce((best, point) => (point.elevationDeg > best.elevationDeg ? point : best));
  return (
    <SkyLabel x={scale.x(highest.azimuthDeg)} y={scale.y(highest.elevationDeg) - 5}>
      {name}
    </SkyLabel>
  );
}

/** The sun's way, broken where it leaves the drawing on one side and comes back on the other. */
function pathOf({ points }: SunPath, scale: SkyScale, south: boolean): string {
  let drawn = "";
  let before = Number.NaN;
  for (const { azimuthDeg, elevationDeg } of points) {
    const at = turned(azimuthDeg, south);
    drawn += `${Math.abs(at - before) < 120 ? "L" : "M"}${scale.xOfTurned(at).toFixed(1)} ${scale.y(elevationDeg).toFixed(1)}`;
    before = at;
  }
  return drawn;
}
