import { RAD } from "@/core/constants";
import { horizonElevationDeg, obstacleHeightM } from "@/core/plane/skyline";
import type { Plane } from "@/core/site/siteSchema";
import { ROOM, type SkyScale, turned, windTicks } from "./skyScale";

/** The hatch of what lies under the horizon. */
export function GroundHatch({ id }: { id: string }) {
  return (
    <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse">
      <path d="M0 7 L7 0" stroke="var(--rule-strong)" strokeWidth="1" />
    </pattern>
  );
}

/** The far horizon, hatched below. @param hatch id of a `GroundHatch` */
export function Ground({ horizon, scale, hatch, south }: { horizon: Plane["horizon"]; scale: SkyScale; hatch: string; south: boolean }) {
  const bearings = Array.from({ length: 121 }, (_, k) => scale.fromDeg + (k / 120) * (scale.toDeg - scale.fromDeg));
  const ridge = bearings.map((at) => {
    // Turned twice it is itself again.
    const azimuthDeg = turned(at, south);
    return `${scale.xOfTurned(at).toFixed(1)} ${scale.y(Math.max(0, horizonElevationDeg(horizon, azimuthDeg))).toFixed(1)}`;
  });
  const d = `M${ROOM.left} ${scale.y(0)}L${ridge.join("L")}L${scale.width - ROOM.right} ${scale.y(0)}Z`;
  return (
    <>
      <path d={d} fill="var(--sunken)" stroke="var(--ink)" strokeWidth="1.4" />
      <path d={d} fill={`url(#${hatch})`} />
    </>
  );
}

/** An obstacle of the as-built as an outline: what is measured under it stays to be seen. @param filled covers what lies behind it */
export function Outline({
  obstacle,
  scale,
  nowMs,
  filled = false,
}: {
  obstacle: Plane["obstacles"][number];
  scale: SkyScale;
  nowMs: number;
  filled?: boolean;
}) {
  const top = scale.y(Math.atan2(obstacleHeightM(obstacle, nowMs), obstacle.distanceM) / RAD);
  const half = Math.atan2(obstacle.widthM / 2, obstacle.distanceM) / RAD;
  const [left, right, foot] = [scale.x(obstacle.bearingDeg - half), scale.x(obstacle.bearingDeg + half), scale.y(0)];
  return (
    <g>
      <path
        d={
          obstacle.kind === "tree"
            ? `M${left} ${foot}L${(left + right) / 2} ${top}L${right} ${foot}`
            : `M${left} ${foot}V${top}H${right}V${foot}`
        }
        fill={filled ? "var(--raised)" : "none"}
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      <SkyLabel x={(left + right) / 2} y={top - 5}>
        {obstacle.id}
      </SkyLabel>
    </g>
  );
}

/** Writing in the sky, readable over whatever lies behind it. */
export function SkyLabel({ x, y, children }: { x: number; y: number; children: string }) {
  return (
    <text x={x} y={y} fontSize="12" textAnchor="middle" fill="var(--ink)" stroke="var(--paper)" strokeWidth="3" paintOrder="stroke">
      {children}
    </text>
  );
}

/** Heights at the left, bearings below. */
export function Scales({ scale, south }: { scale: SkyScale; south: boolean }) {
  const step = scale.topDeg > 40 ? 15 : 10;
  const heights = Array.from({ length: Math.floor(scale.topDeg / step) + 1 }, (_, k) => k * step);
  return (
    <>
      {heights.map((elevationDeg) => (
        <g key={elevationDeg}>
          <line
            x1={ROOM.left}
            x2={scale.width - ROOM.right}
            y1={scale.y(elevationDeg)}
            y2={scale.y(elevationDeg)}
            stroke="var(--rule)"
            strokeWidth={elevationDeg === 0 ? 1.5 : 0.7}
          />
          <text x={ROOM.left - 6} y={scale.y(elevationDeg) + 4} fontSize="13" textAnchor="end" fill="var(--quiet)">
            {elevationDeg}°
          </text>
        </g>
      ))}
      {windTicks(scale, south).map(({ azimuthDeg, name }) => (
        <g key={name}>
          <line x1={scale.x(azimuthDeg)} x2={scale.x(azimuthDeg)} y1={scale.y(0)} y2={scale.y(0) + 5} stroke="var(--rule-strong)" />
          <text x={scale.x(azimuthDeg)} y={scale.y(0) + 18} fontSize="13" textAnchor="middle" fill="var(--quiet)">
            {name}
          </text>
        </g>
      ))}
    </>
  );
}
