import { type CaseMatter, casesWeight } from "./matter";
import type { Point, Stop } from "./point";

/**
 * From this weight on a point is looked at first where one stands: a cause that is half sure and for which the point speaks with two thirds of a
 * log unit, or a word of the complaint. Fainter than that the eye's own order is quicker.
 */
export const FIRST_FROM = 1;

/**
 * A walk with what matters for a case first at each of its stops. The body's way stays as it is, from stop to stop, and nothing passes what opens a stop
 * or is a condition: what keeps people whole is said first, and what waits for an answer stands after it. Where complaint and data say nothing the order is the catalogue's, which is the eye's.
 * @param stops a whole walk
 * @returns the same stops with the same points
 */
export function inCaseOrder(stops: readonly Stop[], matter: CaseMatter): Stop[] {
  return stops.map((stop) => ({ ...stop, points: betweenFixed(stop.points).flatMap((some) => firstOf(some, matter)) }));
}

/** Points in pieces: each that nothing passes by itself, and what stands between two. */
function betweenFixed(points: readonly Point[]): Point[][] {
  const pieces: Point[][] = [[]];
  for (const point of points) {
    if (staysPut(point)) pieces.push([point], []);
    else pieces[pieces.length - 1].push(point);
  }
  return pieces;
}

/** Whether a point is looked at for what a case is about, and not only because it is there. */
export const isAbout = (point: Point, matter: CaseMatter): boolean => casesWeight(point, matter) >= FIRST_FROM;

/** Whether nothing passes a point. */
export const staysPut = ({ condition, opens }: Point): boolean => condition !== null || opens;

/** What matters most first, equals and all others as they stood. */
function firstOf(points: readonly Point[], matter: CaseMatter): Point[] {
  const weighed = points.map((point) => ({ point, weight: casesWeight(point, matter) }));
  const first = weighed.filter(({ weight }) => weight >= FIRST_FROM).sort((a, b) => b.weight - a.weight);
  return [...first, ...weighed.filter(({ weight }) => weight < FIRST_FROM)].map(({ point }) => point);
}
