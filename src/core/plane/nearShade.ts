import type { ModuleType, Plane } from "../formats/siteFile";
import { cosIncidence } from "./incidence";
import type { ModulePlace } from "./layout";
import { offsetOf } from "./layout";
import { type Obstacle, obstacleHeightM, obstaclePorosity } from "./skyline";

const RAD = Math.PI / 180;
const TURN = 2 * Math.PI;

/** Heights along a module at which its light is looked at: foot, middle and head, as shares of its length. */
const ALONG = [-0.45, 0, 0.45];

/** An obstacle as one point of the array sees it. */
interface Sight {
  bearing: number;
  halfWidth: number;
  /** Tangent of the elevation of its top. */
  tanTop: number;
}

/**
 * Near obstacles as each module, and each part of it behind a bypass diode, sees them. The parts of a module are
 * taken as strips across its width; a strip counts as shaded as far as its darkest point, for its
 * cells are in series.
 */
export class NearShade {
  private readonly porosity: number[];
  /** [strip × points along + point][obstacle] */
  private readonly sights: Sight[][];
  /** Per obstacle, what any of the points sees: pre-test. */
  private readonly reach: { bearing: number; halfWidth: number; tanTop: number }[];
  /** Strips a module. */
  readonly strips: number;
  /** Beam share of each strip at the sun of the last `look`; index module × strips + strip. */
  readonly beam: Float64Array;
  /** Share of the plane's sky diffuse that obstacles leave to each module. */
  readonly skyShare: Float64Array;

  /** @param utcMs the instant whose obstacle heights are taken */
  constructor(plane: Plane, type: ModuleType, places: readonly ModulePlace[], utcMs: number) {
    const obstacles = plane.obstacles.filter((obstacle) => obstacleHeightM(obstacle, utcMs) > 0);
    this.strips = Math.max(1, type.bypassDiodes);
    this.porosity = obstacles.map(obstaclePorosity);
    this.beam = new Float64Array(places.length * this.strips).fill(1);
    this.sights = [];
    for (const place of places) {
      for (let strip = 0; strip < this.strips; strip++) {
        const right = place.rightM + (((strip + 0.5) / this.strips - 0.5) * type.widthMm) / 1000;
        for (const along of ALONG) {
          const point = offsetOf(plane, right, place.upSlopeM + (along * type.lengthMm) / 1000);
          this.sights.push(obstacles.map((obstacle) => sightOf(obstacle, obstacleHeightM(obstacle, utcMs), point)));
        }
      }
    }
    this.reach = obstacles.map((_, k) => reachOf(this.sights.map((sights) => sights[k])));
    this.skyShare = Float64Array.from(places, (_, m) => {
      const middle = (m * this.strips + (this.strips >> 1)) * ALONG.length + 1;
      return this.leftOfSky(plane, this.sights[middle]);
    });
  }

  /**
   * Looks towards the sun and fills `beam`.
   * @returns false where no point is shaded; `beam` is then left as it was
   */
  look(azimuthDeg: number, elevationDeg: number): boolean {
    const azimuth = azimuthDeg * RAD;
    const tanSun = Math.tan(Math.min(elevationDeg, 89.9) * RAD);
    if (!this.reach.some((sight) => covers(sight, azimuth, tanSun))) return false;
    let shaded = false;
    const points = ALONG.length;
    for (let strip = 0; strip < this.beam.length; strip++) {
      let darkest = 1;
      for (let p = strip * points; p < (strip + 1) * points; p++) {
        let share = 1;
        const sights = this.sights[p];
        for (let k = 0; k < sights.length; k++) if (covers(sights[k], azimuth, tanSun)) share *= this.porosity[k];
        if (share < darkest) darkest = share;
      }
      this.beam[strip] = darkest;
      if (darkest < 1) shaded = true;
    }
    return shaded;
  }

  /** Share of the isotropic sky that a point's obstacles leave, weighted by the plane's incidence; cells of 5° by 5°. */
  private leftOfSky(plane: Plane, sights: readonly Sight[]): number {
    let seen = 0;
    let all = 0;
    for (let elevation = 2.5; elevation < 90; elevation += 5) {
      const tanCell = Math.tan(elevation * RAD);
      for (let azimuth = 2.5; azimuth < 360; azimuth += 5) {
        const front = cosIncidence(90 - elevation, azimuth, plane.tiltDeg, plane.azimuthDeg);
        if (front <= 0) continue;
        const weight = front * Math.cos(elevation * RAD);
        let share = 1;
        // Smoothed by the part of the cell's width that the obstacle covers: narrow ones aren't missed.
        sights.forEach((sight, k) => {
          if (tanCell < sight.tanTop) share *= 1 - coveredPart(sight, azimuth * RAD, 2.5 * RAD) * (1 - this.porosity[k]);
        });
        all += weight;
        seen += weight * share;
      }
    }
    return all > 0 ? seen / all : 1;
  }
}

function sightOf(obstacle: Obstacle, heightM: number, point: { eastM: number; northM: number; upM: number }): Sight {
  const bearing = obstacle.bearingDeg * RAD;
  const east = obstacle.distanceM * Math.sin(bearing) - point.eastM;
  const north = obstacle.distanceM * Math.cos(bearing) - point.northM;
  // Never nearer than a hand: a chimney through the array would stand in its own modules.
  const distance = Math.max(0.1, Math.hypot(east, north));
  return {
    bearing: Math.atan2(east, north),
    halfWidth: Math.atan2(obstacle.widthM / 2, distance),
    tanTop: (heightM - point.upM) / distance,
  };
}

function covers(sight: Sight, azimuth: number, tanSun: number): boolean {
  return tanSun < sight.tanTop && Math.abs(turned(azimuth - sight.bearing)) <= sight.halfWidth;
}

/** Share of a cell of azimuth, `half` to either side, that an obstacle covers. */
function coveredPart(sight: Sight, azimuth: number, half: number): number {
  const off = turned(azimuth - sight.bearing);
  const from = Math.max(off - half, -sight.halfWidth);
  const to = Math.min(off + half, sight.halfWidth);
  return Math.max(0, to - from) / (2 * half);
}

/** The same angle between −π and π. */
function turned(angle: number): number {
  return angle - TURN * Math.round(angle / TURN);
}

function reachOf(sights: readonly Sight[]): Sight {
  const bearing = sights[0].bearing;
  let halfWidth = 0;
  let tanTop = Number.NEGATIVE_INFINITY;
  for (const sight of sights) {
    halfWidth = Math.max(halfWidth, Math.abs(turned(sight.bearing - bearing)) + sight.halfWidth);
    tanTop = Math.max(tanTop, sight.tanTop);
  }
  return { bearing, halfWidth: Math.min(Math.PI, halfWidth), tanTop };
}
