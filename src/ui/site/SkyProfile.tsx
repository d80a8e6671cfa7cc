import { RAD } from "@/core/constants";
import { horizonElevationDeg, obstacleHeightM } from "@/core/plane/skyline";
import type { Plane } from "@/core/site/siteSchema";
import type { SunPath } from "@/server/sites/openSite";

const WIDTH = 720;
const HEIGHT = 240;
const TOP_DEG = 72;

/** What a plane sees of the sky: horizon, obstacles at today's height, and the sun's way in three seasons. */
export function SkyProfile({ plane, paths, nowMs, south }: { plane: Plane; paths: SunPath[]; nowMs: number; south: boolean }) {
  // North of the tropics the sun passes in the south, so south stands in the middle; the other way round below.
  const start = south ? 0 : 180;
  const x = (azimuthDeg: number) => ((((azimuthDeg - start) % 360) + 360) % 360) * (WIDTH / 360);
  const y = (elevationDeg: number) => HEIGHT - (elevationDeg / TOP_DEG) * HEIGHT;
  const bearings = Array.from({ length: 181 }, (_, k) => start + k * 2);
  const ridge = bearings.map(
    (azimuth, k) =>
      `${k === 180 ? WIDTH : x(azimuth).toFixed(1)} ${y(Math.max(0, horizonElevationDeg(plane.horizon, azimuth))).toFixed(1)}`,
  );
  const winds = [0, 45, 90, 135, 180, 225, 270, 315].map((azimuth) => ({
    azimuth,
    name: ["N", "NE", "E", "SE", "S", "SW", "W", "NW"][azimuth / 45],
  }));
  return (
    <figure className="min-w-0">
      <svg
        viewBox={`-34 -8 ${WIDTH + 44} ${HEIGHT + 34}`}
        className="w-full"
        role="img"
        aria-label={`Sky of plane ${plane.id}: horizon up to ${Math.max(0, ...plane.horizon.map(({ elevationDeg }) => elevationDeg))}°, obstacles: ${plane.obstacles.map(({ id, kind }) => `${kind} ${id}`).join(", ") || "none"}`}
      >
        <defs>
          <pattern id={`ground-${plane.id}`} width="7" height="7" patternUnits="userSpaceOnUse">
            <path d="M0 7 L7 0" stroke="var(--rule-strong)" strokeWidth="1" />
          </pattern>
          <clipPath id={`sky-${plane.id}`}>
            <rect x="0" y="0" width={WIDTH} height={HEIGHT} />
          </clipPath>
        </defs>
        {[0, 15, 30, 45, 60].map((elevation) => (
          <g key={elevation}>
            <line x1="0" x2={WIDTH} y1={y(elevation)} y2={y(elevation)} stroke="var(--rule)" strokeWidth={elevation === 0 ? 1.5 : 0.7} />
            <text x="-6" y={y(elevation) + 4} fontSize="12" textAnchor="end" fill="var(--quiet)">
              {elevation}°
            </text>
          </g>
        ))}
        {winds.map(({ azimuth, name }) => (
          <g key={name}>
            <line x1={x(azimuth)} x2={x(azimuth)} y1={HEIGHT} y2={HEIGHT + 5} stroke="var(--rule-strong)" />
            <text x={x(azimuth)} y={HEIGHT + 18} fontSize="12" textAnchor="middle" fill="var(--quiet)">
              {name}
            </text>
          </g>
        ))}
        <g clipPath={`url(#sky-${plane.id})`}>
          {paths.map((path) => (
            <path key={path.name} d={pathOf(path, x, y)} fill="none" stroke="var(--ink)" strokeWidth="1.3" strokeDasharray="6 4" />
          ))}
          <path d={`M0 ${HEIGHT}L${ridge.join("L")}L${WIDTH} ${HEIGHT}Z`} fill="var(--sunken)" stroke="var(--ink)" strokeWidth="1.4" />
          <path d={`M0 ${HEIGHT}L${ridge.join("L")}L${WIDTH} ${HEIGHT}Z`} fill={`url(#ground-${plane.id})`} />
          {plane.obstacles.map((obstacle) => {
            const top = Math.atan2(obstacleHeightM(obstacle, nowMs), obstacle.distanceM) / RAD;
            const half = Math.atan2(obstacle.widthM / 2, obstacle.distanceM) / RAD;
            const [left, width] = [x(obstacle.bearingDeg - half), (2 * half * WIDTH) / 360];
            return (
              <g key={obstacle.id}>
                {obstacle.kind === "tree" ? (
                  <path
                    d={`M${left} ${y(0)}L${left + width / 2} ${y(top)}L${left + width} ${y(0)}Z`}
                    fill="var(--raised)"
                    stroke="var(--ink)"
                    strokeWidth="1.6"
                  />
                ) : (
                  <rect
                    x={left}
                    y={y(top)}
                    width={width}
                    height={y(0) - y(top)}
                    fill="var(--raised)"
                    stroke="var(--ink)"
                    strokeWidth="1.6"
                  />
                )}
                <text x={left + width / 2} y={y(top) - 5} fontSize="12" textAnchor="middle" fill="var(--ink)">
                  {obstacle.id}
                </text>
              </g>
            );
          })}
          {paths.map((path) => {
            const highest = path.points.reduce(
              (best, point) => (point.elevationDeg > best.elevationDeg ? point : best),
              path.points[0] ?? { azimuthDeg: 180, elevationDeg: 0 },
            );
            return (
              <text
                key={path.name}
                x={x(highest.azimuthDeg)}
                y={y(highest.elevationDeg) - 5}
                fontSize="12"
                textAnchor="middle"
                fill="var(--ink)"
              >
                {path.name}
              </text>
            );
          })}
        </g>
      </svg>
      <figcaption className="caption">
        The sky from the middle of plane {plane.id}: horizon hatched, sun dashed, obstacles at today's height
      </figcaption>
    </figure>
  );
}

function pathOf(path: SunPath, x: (azimuth: number) => number, y: (elevation: number) => number): string {
  let drawn = "";
  let before = Number.NaN;
  for (const { azimuthDeg, elevationDeg } of path.points) {
    const at = x(azimuthDeg);
    drawn += `${Math.abs(at - before) < WIDTH / 3 ? "L" : "M"}${at.toFixed(1)} ${y(elevationDeg).toFixed(1)}`;
    before = at;
  }
  return drawn;
}
