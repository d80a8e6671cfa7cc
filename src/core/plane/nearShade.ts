import { RAD } from "../constants";
import type { ModuleType, Plane } from "../site/siteSchema";
import { cosIncidence } from "./incidence";
import type { ModulePlace } from "./layout";
import { offsetOf } from "./layout";
import { type Obstacle, obstacleHeightM, obstaclePorosity } from "./skyline";

/** Heights along a module at which its light is looked at, as shares of its length: two in each half. */
const ALONG = [-0.45, -0.05, 0.05, 0.45];

/** Cells of this current or more are made of wafers that are always cut in half. */
const HALF_CUT_FROM_A = 10.3;

/** Whether a module's halves are joined in parallel, so that shade on one leaves the other's current: as told, else by its current. */
export function isHalfCut(type: ModuleType): boolean {
  return type.halfCut ?? (type.technology !== "thin-film" && type.iscA >= HALF_CUT_FROM_A);
}

/** An obstacle from one point of the array: an upright rectangle across the line of sight from the middle of the plane. */
interface Sight {
  /** How far its plane is, along the bearing, metres; nothing is seen from behind it. */
  aheadM: number;
  /** How far its middle is to the right of the bearing through the point, metres. */
  asideM: number;
  /** Its top over the point, metres. */
  aboveM: number;
}

/** An obstacle by itself, and the widest that any point sees of it: a quick look beforehand. */
interface Wall {
  bearing: number;
  halfWidthM: number;
  porosity: number;
  aheadM: [least: number, most: number];
  asideM: [least: number, most: number];
  tanTop: number;
}

/**
 * Near obstacles as each module, and each part of it behind a bypass diode, sees them. The parts of a module are
 * taken as strips across its width, as it lies. A strip gets no more beam than its darkest point, for its cells are in series; in
 * half-cut modules each half by itself, and the strip their mean, for the halves are in parallel.
 */
export class NearShade {
  private readonly walls: Wall[];
  private readonly halfCut: boolean;
  /** [strip × points along + point][obstacle] */
  private readonly sights: Sight[][];
  /** Cosine and tangent of the sun's azimuth off each wall's bearing, at the last look. */
  private readonly cosOff: Float64Array;
  private readonly tanOff: Float64Array;
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
    this.halfCut = isHalfCut(type);
    this.cosOff = new Float64Array(obstacles.length);
    this.tanOff = new Float64Array(obstacles.length);
    this.beam = new Float64Array(places.length * this.strips).fill(1);
    this.sights = [];
    for (const place of places) {
      for (let strip = 0; strip < this.strips; strip++) {
        const aside = (strip + 0.5) / this.strips - 0.5;
        for (const along of ALONG) {
          // A turned module's strips lie one over the other, and its halves beside each other.
          const [right, up] = place.turned ? [along, aside] : [aside, along];
          const point = offsetOf(plane, place.rightM + right * place.acrossM, place.upSlopeM + up * place.upM);
          this.sights.push(obstacles.map((obstacle) => sightOf(obstacle, obstacleHeightM(obstacle, utcMs), point)));
        }
      }
    }
    this.walls = obstacles.map((obstacle, k) =>
      wallOf(
        obstacle,
        this.sights.map((sights) => sights[k]),
      ),
    );
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
    const tanSun = Math.tan(Math.min(elevationDeg, 89.9) * RAD);
    let possible = false;
    this.walls.forEach((wall, k) => {
      const off = azimuthDeg * RAD - wall.bearing;
      const cos = Math.cos(off);
      const tan = cos > 0 ? Math.sin(off) / cos : 0;
      const seen = cos > 0 && tanSun < wall.tanTop && crossesAny(wall, tan);
      this.cosOff[k] = seen ? cos : 0;
      this.tanOff[k] = tan;
      possible ||= seen;
    });
    if (!possible) return false;
    let shaded = false;
    const points = ALONG.length;
    for (let strip = 0; strip < this.beam.length; strip++) {
      const first = strip * points;
      const foot = Math.min(this.share(first, tanSun), this.share(first + 1, tanSun));
      const head = Math.min(this.share(first + 2, tanSun), this.share(first + 3, tanSun));
      const beam = this.halfCut ? (foot + head) / 2 : Math.min(foot, head);
      this.beam[strip] = beam;
      if (beam < 1) shaded = true;
    }
    return shaded;
  }

  /** Share of the beam at one point, towards the sun last looked at. */
  private share(point: number, tanSun: number): number {
    let share = 1;
    const sights = this.sights[point];
    for (let k = 0; k < sights.length; k++) {
      const cos = this.cosOff[k];
      if (cos === 0) continue;
      const { aheadM, asideM, aboveM } = sights[k];
      // The ray meets the wall's plane this far off its middle, and at this height over the point.
      if (aheadM <= 0 || Math.abs(aheadM * this.tanOff[k] - asideM) > this.walls[k].halfWidthM) continue;
      if ((aheadM / cos) * tanSun < aboveM) share *= this.walls[k].porosity;
    }
    return share;
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
        sights.forEach((sight, k) => {
          share *= 1 - coveredPart(this.walls[k], sight, azimuth * RAD, tanCell) * (1 - this.walls[k].porosity);
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
  const [sin, cos] = [Math.sin(bearing), Math.cos(bearing)];
  return {
    aheadM: obstacle.distanceM - (point.eastM * sin + point.northM * cos),
    asideM: -(point.eastM * cos - point.northM * sin),
    aboveM: heightM - point.upM,
  };
}

function wallOf(obstacle: Obstacle, sights: readonly Sight[]): Wall {
  const ahead = sights.map(({ aheadM }) => aheadM);
  const aside = sights.map(({ asideM }) => asideM);
  return {
    bearing: obstacle.bearingDeg * RAD,
    halfWidthM: obstacle.widthM / 2,
    porosity: obstaclePorosity(obstacle),
    aheadM: [Math.max(0, Math.min(...ahead)), Math.max(0, ...ahead)],
    asideM: [Math.min(...aside), Math.max(...aside)],
    tanTop: Math.max(...sights.map(({ aheadM, aboveM }) => (aheadM > 0 ? aboveM / aheadM : Number.NEGATIVE_INFINITY))),
  };
}

/** Whether a ray with this tangent off the bearing can meet the wall from any point of the array. */
function crossesAny({ aheadM, asideM, halfWidthM }: Wall, tanOff: number): boolean {
  const [a, b] = [aheadM[0] * tanOff, aheadM[1] * tanOff];
  return Math.min(a, b) - asideM[1] <= halfWidthM && Math.max(a, b) - asideM[0] >= -halfWidthM;
}

/** Half of a cell's width in azimuth, rad. */
const HALF_CELL = 2.5 * RAD;

/** Share of a cell of the sky that a wall covers, by the part of its width: narrow walls aren't missed. */
function coveredPart({ bearing, halfWidthM }: Wall, { aheadM, asideM, aboveM }: Sight, azimuth: number, tanCell: number): number {
  const off = azimuth - bearing;
  const [cos, left, right] = [Math.cos(off), Math.cos(off - HALF_CELL), Math.cos(off + HALF_CELL)];
  if (aheadM <= 0 || left < 0.05 || right < 0.05 || (aheadM / cos) * tanCell >= aboveM) return 0;
  const from = (aheadM * Math.sin(off - HALF_CELL)) / left - asideM;
  const to = (aheadM * Math.sin(off + HALF_CELL)) / right - asideM;
  return Math.max(0, Math.min(to, halfWidthM) - Math.max(from, -halfWidthM)) / (to - from);
}
