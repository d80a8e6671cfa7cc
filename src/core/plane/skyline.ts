import { RAD, YEAR_MS } from "../constants";
import { cosIncidence } from "./incidence";

export interface HorizonPoint {
  azimuthDeg: number;
  elevationDeg: number;
}

export interface Obstacle {
  id: string;
  kind: "tree" | "building" | "chimney" | "pole" | "terrain";
  bearingDeg: number;
  distanceM: number;
  /** Above the middle of the plane, on the day of the survey. */
  heightM: number;
  widthM: number;
  growthMPerYear?: number;
  surveyed?: string;
  /** Share of the beam that passes; absent, a tree lets 15 % through and the rest nothing. */
  porosity?: number;
}

/** Elevation of the horizon at a bearing, degrees, interpolated linearly round the compass. */
export function horizonElevationDeg(horizon: readonly HorizonPoint[], azimuthDeg: number): number {
  if (horizon.length === 0) return 0;
  if (horizon.length === 1) return horizon[0].elevationDeg;
  const points = [...horizon].sort((a, b) => a.azimuthDeg - b.azimuthDeg);
  const azimuth = ((azimuthDeg % 360) + 360) % 360;
  const after = points.findIndex((point) => point.azimuthDeg > azimuth);
  const next = points[after === -1 ? 0 : after];
  const previous = points[after === -1 ? points.length - 1 : (after + points.length - 1) % points.length];
  const span = (next.azimuthDeg - previous.azimuthDeg + 360) % 360 || 360;
  const along = (azimuth - previous.azimuthDeg + 360) % 360;
  return previous.elevationDeg + ((next.elevationDeg - previous.elevationDeg) * along) / span;
}

/** An obstacle's height at an instant, metres: trees grow, and were lower before the survey. */
export function obstacleHeightM(obstacle: Obstacle, utcMs: number): number {
  if (!obstacle.growthMPerYear || !obstacle.surveyed) return obstacle.heightM;
  const years = (utcMs - Date.parse(obstacle.surveyed)) / YEAR_MS;
  return Math.max(0, obstacle.heightM + obstacle.growthMPerYear * years);
}

/** Share of the beam that an obstacle lets through. */
export function obstaclePorosity(obstacle: Obstacle): number {
  return obstacle.porosity ?? (obstacle.kind === "tree" ? 0.15 : 0);
}

/**
 * What stands between a plane and the sky, made ready for many look-ups: per whole degree of azimuth
 * the horizon, and per obstacle its sides. Obstacle heights are those of one instant.
 */
export class Skyline {
  private readonly horizonDeg = new Float64Array(361);
  private readonly blocks: { fromDeg: number; widthDeg: number; topDeg: number; porosity: number }[] = [];
  /** True where nothing rises above the level. */
  readonly open: boolean;

  constructor(horizon: readonly HorizonPoint[], obstacles: readonly Obstacle[], utcMs: number) {
    for (let a = 0; a <= 360; a++) this.horizonDeg[a] = horizonElevationDeg(horizon, a);
    for (const obstacle of obstacles) {
      const topDeg = Math.atan2(obstacleHeightM(obstacle, utcMs), obstacle.distanceM) / RAD;
      const half = Math.atan2(obstacle.widthM / 2, obstacle.distanceM) / RAD;
      if (topDeg > 0)
        this.blocks.push({ fromDeg: obstacle.bearingDeg - half, widthDeg: 2 * half, topDeg, porosity: obstaclePorosity(obstacle) });
    }
    this.open = this.blocks.length === 0 && horizon.every((point) => point.elevationDeg <= 0);
  }

  /** Share of the beam that passes from this direction, 0 to 1. */
  beamShare(azimuthDeg: number, elevationDeg: number): number {
    if (this.open) return 1;
    const whole = Math.floor(azimuthDeg);
    const low = this.horizonDeg[whole];
    if (elevationDeg < low + (this.horizonDeg[whole + 1] - low) * (azimuthDeg - whole)) return 0;
    let share = 1;
    for (const block of this.blocks) {
      if (elevationDeg >= block.topDeg) continue;
      const along = (((azimuthDeg - block.fromDeg) % 360) + 360) % 360;
      if (along <= block.widthDeg) share *= block.porosity;
    }
    return share;
  }

  /**
   * Share of the isotropic sky diffuse on a plane that is left, 0 to 1: the unobstructed sky weighted
   * by the cosine of incidence, by quadrature over cells of 5° by 2.5°.
   */
  skyShare(tiltDeg: number, planeAzimuthDeg: number): number {
    if (this.open) return 1;
    let seen = 0;
    let all = 0;
    for (let azimuth = 2.5; azimuth < 360; azimuth += 5) {
      for (let elevation = 1.25; elevation < 90; elevation += 2.5) {
        const front = cosIncidence(90 - elevation, azimuth, tiltDeg, planeAzimuthDeg);
        if (front <= 0) continue;
        const weight = front * Math.cos(elevation * RAD);
        all += weight;
        seen += weight * this.beamShare(azimuth, elevation);
      }
    }
    return all > 0 ? seen / all : 1;
  }
}
