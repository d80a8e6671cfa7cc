import { RAD } from "../constants";
import type { PlaneBounds } from "../plane/layout";
import { type DraftPlane, numberOf, type SiteDraft } from "./draft";
import { boundsOfModules, modulesIn } from "./modules";
import { freeId } from "./wiring";

/** A place on the site's ground, seen from above, m from its middle. */
export interface GroundPoint {
  eastM: number;
  northM: number;
}

/**
 * Where a plane's middle lies on the ground. Where it isn't told and there are several, planes are taken to share a ridge over the site's middle, as on a gabled
 * house: each lies half its depth towards where it faces.
 */
export function groundOf(draft: SiteDraft, k: number): GroundPoint {
  const plane = draft.planes[k];
  const [east, north] = [numberOf(plane.eastM), numberOf(plane.northM)];
  if (east !== null || north !== null || draft.planes.length === 1) return { eastM: east ?? 0, northM: north ?? 0 };
  const edges = edgesOnPlane(draft, k);
  const depthM = (edges.upperM - edges.lowerM) * Math.cos((numberOf(plane.tiltDeg) ?? 0) * RAD);
  const { eastM, northM } = pointAt({ eastM: 0, northM: 0 }, numberOf(plane.azimuthDeg) ?? 180, depthM / 2);
  return { eastM: decimetres(eastM), northM: decimetres(northM) };
}

/** The edges of a plane: the roof's own where they are told, else those of its modules, else a square metre. */
export function edgesOnPlane(draft: SiteDraft, k: number): PlaneBounds {
  return roofOf(draft.planes[k]) ?? boundsOfModules(draft, modulesIn(draft, k)) ?? SQUARE_METRE;
}

const SQUARE_METRE: PlaneBounds = { leftM: -0.5, rightM: 0.5, lowerM: -0.5, upperM: 0.5 };

/** The roof's own edges, where width and length are told. */
export function roofOf({ widthM, slopeM }: DraftPlane): PlaneBounds | null {
  const [width, slope] = [numberOf(widthM), numberOf(slopeM)];
  return width !== null && slope !== null && width > 0 && slope > 0
    ? { leftM: -width / 2, rightM: width / 2, lowerM: -slope / 2, upperM: slope / 2 }
    : null;
}

/** To the decimetre; the zero added makes one of what rounds to −0. */
const decimetres = (metres: number) => Math.round(metres * 10) / 10 + 0;

/** A point at a bearing and distance from another. @param bearingDeg clockwise from true north */
export function pointAt(from: GroundPoint, bearingDeg: number, distanceM: number): GroundPoint {
  return { eastM: from.eastM + distanceM * Math.sin(bearingDeg * RAD), northM: from.northM + distanceM * Math.cos(bearingDeg * RAD) };
}

/** Bearing and distance of a point from another, to a tenth of a degree and a decimetre. */
export function bearingTo(from: GroundPoint, to: GroundPoint): { bearingDeg: number; distanceM: number } {
  const [east, north] = [to.eastM - from.eastM, to.northM - from.northM];
  const bearing = (Math.atan2(east, north) / RAD + 360) % 360;
  return { bearingDeg: (Math.round(bearing * 10) / 10) % 360, distanceM: Math.max(0.1, Math.round(Math.hypot(east, north) * 10) / 10) };
}

/** An obstacle while it is typed. */
export type DraftObstacle = { id: string } & Record<string, unknown>;

/** A plane's obstacles as they are typed. */
export function obstaclesOf(plane: DraftPlane): readonly DraftObstacle[] {
  return Array.isArray(plane.obstacles) ? (plane.obstacles as DraftObstacle[]) : [];
}

/**
 * Puts what stands round one plane round all others too, by where the planes lie on the ground. Heights stay, though they count from each plane's own middle. What
 * another plane has under the same name gives way.
 */
export function seenFromAll(draft: SiteDraft, from: number): SiteDraft {
  const own = draft.planes[from];
  const planes = draft.planes.map((plane, k): DraftPlane => {
    if (k === from) return plane;
    const brought = obstaclesOf(own).map((obstacle) => {
      const [bearing, distance] = [numberOf(obstacle.bearingDeg), numberOf(obstacle.distanceM)];
      if (bearing === null || distance === null) return obstacle;
      return { ...obstacle, ...bearingTo(groundOf(draft, k), pointAt(groundOf(draft, from), bearing, distance)) };
    });
    const kept = obstaclesOf(plane).filter(({ id }) => !brought.some((one) => one.id === id));
    return { ...plane, obstacles: [...kept, ...brought], horizon: own.horizon ?? plane.horizon };
  });
  return { ...draft, planes };
}

/** One more obstacle round a plane, due where the plane faces. */
export function addObstacle(draft: SiteDraft, plane: number): SiteDraft {
  const obstacles = obstaclesOf(draft.planes[plane]);
  const added = {
    id: freeId("tree", obstacles),
    kind: "tree",
    bearingDeg: numberOf(draft.planes[plane].azimuthDeg) ?? 180,
    distanceM: 10,
    heightM: 3,
    widthM: 3,
  };
  return { ...draft, planes: draft.planes.map((one, k) => (k === plane ? { ...one, obstacles: [...obstacles, added] } : one)) };
}
