import { RAD } from "../constants";
import { moduleTypeOf } from "../site/lookups";
import type { ModulePosition, ModuleType, Plane, PvString, SiteFile } from "../site/siteSchema";

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
  /** Its middle from the middle of the plane: to the right and up the slope, metres. */
  rightM: number;
  upSlopeM: number;
  /** Whether its long side lies along the row. */
  turned: boolean;
  /** Its own size as it lies: along the row and up the slope, metres. */
  acrossM: number;
  upM: number;
}

/** Edges of what lies in a plane, metres from its middle. */
export interface PlaneBounds {
  leftM: number;
  rightM: number;
  lowerM: number;
  upperM: number;
}

export interface PlaneLayout {
  places: ModulePlace[];
  rows: number;
  columns: number;
  /** Round all modules. */
  bounds: PlaneBounds;
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

/** Places of a string's modules that lie in a plane, from 1. */
export function placesInPlane(pvString: PvString, planeId: string): number[] {
  let before = 0;
  return segmentsOf(pvString).flatMap(({ plane, modules }) => {
    const first = before + 1;
    before += modules;
    return plane === planeId ? Array.from({ length: modules }, (_, k) => first + k) : [];
  });
}

/** A module's size as it lies, metres. */
export function sizeAsItLies(type: Pick<ModuleType, "lengthMm" | "widthMm">, turned: boolean): { acrossM: number; upM: number } {
  const [lengthM, widthM] = [type.lengthMm / 1000, type.widthMm / 1000];
  return turned ? { acrossM: lengthM, upM: widthM } : { acrossM: widthM, upM: lengthM };
}

/**
 * The modules of a plane where they lie: as its places tell, else upright in rows.
 * @returns null where no string lies in the plane
 */
export function layOutPlane(site: SiteFile, plane: Plane): PlaneLayout | null {
  const strings = site.strings.filter((pvString) => modulesInPlane(pvString, plane.id) > 0);
  if (strings.length === 0) return null;
  const type = moduleTypeOf(site, strings[0]);
  return plane.places ? asTold(site, plane.places, type) : inRows(strings, plane, type);
}

function asTold(site: SiteFile, told: readonly ModulePosition[], type: ModuleType): PlaneLayout {
  const types = new Map(site.strings.map((pvString) => [pvString.id, moduleTypeOf(site, pvString)]));
  const order = new Map(site.strings.map(({ id }, k) => [id, k]));
  const places = told
    .flatMap(({ string, place, rightM, upM: upSlopeM, turned }): ModulePlace[] =>
      string === undefined || place === undefined
        ? []
        : [{ stringId: string, place, row: 0, column: 0, rightM, upSlopeM, turned, ...sizeAsItLies(types.get(string) ?? type, turned) }],
    )
    .sort((a, b) => (order.get(a.stringId) ?? 0) - (order.get(b.stringId) ?? 0) || a.place - b.place);
  const rows = lines(
    places,
    ({ upSlopeM }) => -upSlopeM,
    Math.min(...places.map(({ upM }) => upM)) / 2,
    (one, row) => (one.row = row),
  );
  const columns = lines(
    places,
    ({ rightM }) => rightM,
    Math.min(...places.map(({ acrossM }) => acrossM)) / 2,
    (one, column) => (one.column = column),
  );
  return { places, rows, columns, bounds: boundsOf(places), type };
}

/** Counts the lines on which things lie, and says of each on which: what is nearer than `apart` to a line's first is on it. */
function lines(
  places: ModulePlace[],
  at: (place: ModulePlace) => number,
  apart: number,
  say: (place: ModulePlace, line: number) => void,
): number {
  let line = -1;
  let from = Number.NEGATIVE_INFINITY;
  for (const place of [...places].sort((a, b) => at(a) - at(b))) {
    if (at(place) > from + apart) {
      from = at(place);
      line++;
    }
    say(place, line);
  }
  return line + 1;
}

/**
 * Modules upright in rows, row by row from the ridge, in the order of the site's strings. Rows are those of
 * `plane.rows`, else about six times as wide as high in modules.
 */
function inRows(strings: readonly PvString[], plane: Plane, type: ModuleType): PlaneLayout {
  const total = strings.reduce((sum, pvString) => sum + modulesInPlane(pvString, plane.id), 0);
  const rows = typeof plane.rows === "number" && plane.rows >= 1 ? Math.floor(plane.rows) : Math.max(1, Math.round(Math.sqrt(total / 6)));
  const columns = Math.ceil(total / rows);
  const size = sizeAsItLies(type, false);
  const [pitchAcross, pitchUp] = [size.acrossM + CLAMP_GAP_MM / 1000, size.upM + CLAMP_GAP_MM / 1000];
  const inOrder = strings.flatMap((pvString) => placesInPlane(pvString, plane.id).map((place) => ({ stringId: pvString.id, place })));
  const places = inOrder.map((module, at): ModulePlace => {
    const row = Math.floor(at / columns);
    const column = at % columns;
    return {
      ...module,
      ...{ row, column, turned: false, ...size },
      rightM: (column - (columns - 1) / 2) * pitchAcross,
      upSlopeM: ((rows - 1) / 2 - row) * pitchUp,
    };
  });
  return { places, rows, columns, bounds: boundsOf(places), type };
}

/** Edges round things that lie in a plane. */
export function boundsOf(things: readonly Pick<ModulePlace, "rightM" | "upSlopeM" | "acrossM" | "upM">[]): PlaneBounds {
  const bounds = {
    leftM: Number.POSITIVE_INFINITY,
    rightM: Number.NEGATIVE_INFINITY,
    lowerM: Number.POSITIVE_INFINITY,
    upperM: Number.NEGATIVE_INFINITY,
  };
  for (const { rightM, upSlopeM, acrossM, upM } of things) {
    bounds.leftM = Math.min(bounds.leftM, rightM - acrossM / 2);
    bounds.rightM = Math.max(bounds.rightM, rightM + acrossM / 2);
    bounds.lowerM = Math.min(bounds.lowerM, upSlopeM - upM / 2);
    bounds.upperM = Math.max(bounds.upperM, upSlopeM + upM / 2);
  }
  return bounds;
}

/** A point of a plane as offsets east, north and up from its middle, metres. */
export function offsetOf(
  plane: Pick<Plane, "azimuthDeg" | "tiltDeg">,
  rightM: number,
  upSlopeM: number,
): { eastM: number; northM: number; upM: number } {
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
