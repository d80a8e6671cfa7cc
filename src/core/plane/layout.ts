import { RAD } from "../constants";
import { moduleTypeOf } from "../site/lookups";
import type { ModuleType, Plane, PvString, SiteFile } from "../site/siteSchema";

/** Between neighbouring modules, for clamps. */
export const CLAMP_GAP_MM = 20;

/** A module where it lies in its plane. */
export interface ModulePlace {
  stringId: string;
  /** Its place in the string, from 1. */
  place: number;
  /** Row from the ridge down and column from the left, seen square on from in front; from 0. */
  row: number;
  column: number;
  /** Its middle from the middle of the array: to the right and up the slope, metres. */
  rightM: number;
  upSlopeM: number;
}

export interface PlaneLayout {
  places: ModulePlace[];
  rows: number;
  columns: number;
  type: ModuleType;
}

/** How many of a string's modules lie in a plane: all of them, unless the string is told in segments. */
export function modulesInPlane(pvString: PvString, planeId: string): number {
  return segmentsOf(pvString).reduce((sum, segment) => sum + (segment.plane === planeId ? segment.modules : 0), 0);
}

/** The pieces of a string by plane, in the order of its places. */
export function segmentsOf(pvString: PvString): readonly { plane: string; modules: number }[] {
  return pvString.segments ?? [{ plane: pvString.plane, modules: pvString.modules }];
}

/**
 * Modules of a plane upright in rows, row by row from the ridge, in the order of the site's strings. Rows are those of
 * `plane.rows`, else about six times as wide as high in modules.
 * @returns null where no string lies in the plane
 */
export function layOutPlane(site: SiteFile, plane: Plane): PlaneLayout | null {
  const strings = site.strings.filter((pvString) => modulesInPlane(pvString, plane.id) > 0);
  if (strings.length === 0) return null;
  const type = moduleTypeOf(site, strings[0]);
  const total = strings.reduce((sum, pvString) => sum + modulesInPlane(pvString, plane.id), 0);
  const rows = typeof plane.rows === "number" && plane.rows >= 1 ? Math.floor(plane.rows) : Math.max(1, Math.round(Math.sqrt(total / 6)));
  const columns = Math.ceil(total / rows);
  const [pitchAcross, pitchUp] = [(type.widthMm + CLAMP_GAP_MM) / 1000, (type.lengthMm + CLAMP_GAP_MM) / 1000];
  const places: ModulePlace[] = [];
  for (const pvString of strings) {
    let place = 0;
    for (const segment of segmentsOf(pvString)) {
      for (let k = 0; k < segment.modules; k++) {
        place++;
        if (segment.plane !== plane.id) continue;
        const at = places.length;
        const row = Math.floor(at / columns);
        const column = at % columns;
        places.push({
          stringId: pvString.id,
          place,
          row,
          column,
          rightM: (column - (columns - 1) / 2) * pitchAcross,
          upSlopeM: ((rows - 1) / 2 - row) * pitchUp,
        });
      }
    }
  }
  return { places, rows, columns, type };
}

/** A point of a plane as offsets east, north and up from its middle, metres. */
export function offsetOf(plane: Plane, rightM: number, upSlopeM: number): { eastM: number; northM: number; upM: number } {
  const facing = plane.azimuthDeg * RAD;
  const tilt = plane.tiltDeg * RAD;
  // Seen from in front the right hand points 90° anticlockwise of where the plane faces; up the slope is away from it.
  const inwards = upSlopeM * Math.cos(tilt);
  return {
    eastM: -rightM * Math.cos(facing) - inwards * Math.sin(facing),
    northM: rightM * Math.sin(facing) - inwards * Math.cos(facing),
    upM: upSlopeM * Math.sin(tilt),
  };
}
