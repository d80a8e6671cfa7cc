import { RAD, YEAR_DAYS } from "../../constants";
import type { Axis } from "../../fit/axis";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { planeNormal } from "../../plane/incidence";

/** A plane, or of a plane the part of one unit of the axis or of one string. */
export interface Shaded {
  id: string;
  unit: number | null;
  string: string | null;
}

/** What a shadow leaves on each unit. @param values bearing, half width, top, depth, softness, first day, share of the sky, growth */
export function shadeLayers(axis: Axis, { id: plane, unit: only, string }: Shaded, values: readonly number[]): Layer[] {
  const share = shadeShare(axis, plane, values);
  return axis.units.flatMap(({ unit }, index): Layer[] => {
    const mine = unit.strings.filter((one) => one.plane === plane && (string === null || one.id === string));
    if (mine.length === 0 || (only !== null && only !== index)) return [];
    const strings = mine.length === unit.strings.length ? null : new Set(mine.map(({ id }) => id));
    return [{ unit: index, stage: "dc", strings, values: share }];
  });
}

/** What a shadow leaves of a plane's power, point by point. */
function shadeShare(
  axis: Axis,
  plane: string,
  [bearing, half, top, depth, soft, fromDay, sky, growth = 0]: readonly number[],
): Float64Array {
  const beam = axis.beamShare.get(plane) as Float64Array;
  // What stands before the sun stands before its part of the sky too.
  const dome = sky > 0 ? sky * blockedSky(axis, plane, bearing, half, top) : 0;
  return pointwise(axis, (p) => {
    if (axis.day[p] < fromDay) return 1;
    const dull = 1 - dome * (1 - beam[p]);
    const off = Math.abs(((axis.sunAzimuthDeg[p] - bearing + 540) % 360) - 180);
    if (off > half + 4 * soft) return dull;
    const height = top + (growth * (axis.day[p] - YEAR_DAYS)) / YEAR_DAYS - axis.sunElevationDeg[p];
    if (height < -4 * soft) return dull;
    const within = 1 / (1 + Math.exp(-(half - off) / (0.5 * soft)));
    const under = 1 / (1 + Math.exp(-height / (0.5 * soft)));
    return Math.max(0.03, dull - depth * beam[p] * within * under);
  });
}

/** Steps of the sum over a block of the sky, degrees. */
const SKY_STEP_DEG = 5;

/** Part of an even sky's light on a plane that comes from a block: between two bearings, from the ground to a top. */
function blockedSky({ comparison }: Axis, planeId: string, bearing: number, half: number, top: number): number {
  const plane = comparison.site.planes.find(({ id }) => id === planeId);
  if (!plane) return 0;
  const normal = planeNormal(plane.tiltDeg, plane.azimuthDeg);
  let sum = 0;
  for (let el = SKY_STEP_DEG / 2; el < top; el += SKY_STEP_DEG) {
    const [up, flat] = [Math.sin(el * RAD), Math.cos(el * RAD)];
    for (let az = bearing - half + SKY_STEP_DEG / 2; az < bearing + half; az += SKY_STEP_DEG) {
      const front = flat * (Math.sin(az * RAD) * normal.east + Math.cos(az * RAD) * normal.north) + up * normal.up;
      if (front > 0) sum += front * flat;
    }
  }
  // An even sky gives π times the view of it (Liu & Jordan 1963).
  return (sum * (SKY_STEP_DEG * RAD) ** 2) / (Math.PI * ((1 + Math.cos(plane.tiltDeg * RAD)) / 2));
}

/** Part of a plane's direct light, since a shadow came, that comes from within it. */
export function darkShare(axis: Axis, plane: string, values: readonly number[]): number {
  const beam = axis.beamShare.get(plane) as Float64Array;
  const { unlimitedW } = axis.units.find(({ unit }) => unit.strings.some((one) => one.plane === plane)) ?? axis.units[0];
  const share = shadeShare(axis, plane, values);
  let [all, dark] = [0, 0];
  for (let p = 0; p < axis.count; p++) {
    const direct = beam[p] * unlimitedW[p];
    if (axis.day[p] < values[5] || !(direct > 0)) continue;
    all += direct;
    if (share[p] < 1 - 0.5 * values[3] * beam[p]) dark += direct;
  }
  return all > 0 ? dark / all : 1;
}

/** The interval in which the shadow first took something worth naming. */
export function firstShadow(axis: Axis, plane: string, values: readonly number[]): number {
  const share = shadeShare(axis, plane, values);
  const p = share.findIndex((left) => left < 0.95);
  return p < 0 ? 0 : axis.interval[p];
}
