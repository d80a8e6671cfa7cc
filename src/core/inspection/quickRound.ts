import { type CaseMatter, mattering } from "./matter";
import type { Stop } from "./point";

/** Points of a quick round: what two people look at in an hour. */
export const QUICK_ROUND_POINTS = 20;

/**
 * The points that matter most for a case, in the order of its walk.
 * @param stops the whole walk
 * @param count how many, at most
 */
export function quickRound(stops: readonly Stop[], matter: CaseMatter, count = QUICK_ROUND_POINTS): Stop[] {
  const scored = stops.flatMap(({ points }, stop) =>
    points.map((point, place) => ({ point, stop, place, score: mattering(point, matter) })),
  );
  scored.sort((a, b) => b.score - a.score || a.stop - b.stop || a.place - b.place);
  // Where a point stands in the field and on the roof, each place counts: both are looked at.
  const chosen = new Set(scored.slice(0, count).map(({ stop, point }) => `${stop}/${point.id}`));
  return stops
    .map((stop, k) => ({ ...stop, points: stop.points.filter(({ id }) => chosen.has(`${k}/${id}`)) }))
    .filter(({ points }) => points.length > 0);
}
