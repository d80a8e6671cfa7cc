import type { Catalogue } from "@/core/inspection/catalogue";
import type { Point, Station } from "@/core/inspection/point";

/** Where a point stands in a catalogue; null where it doesn't. */
export function placeOf(catalogue: Catalogue, pointId: string): { station: Station; at: number } | null {
  for (const [station, points] of catalogue) {
    const at = points.findIndex(({ id }) => id === pointId);
    if (at >= 0) return { station, at };
  }
  return null;
}

const withStation = (catalogue: Catalogue, station: Station, points: readonly Point[]): Catalogue =>
  new Map([...catalogue, [station, points]]);

/** A catalogue with a point moved by so many places within its station; the same where it can't be. */
export function moved(catalogue: Catalogue, pointId: string, by: number): Catalogue {
  const place = placeOf(catalogue, pointId);
  const points = place && (catalogue.get(place.station) ?? []);
  if (!place || !points?.[place.at + by]) return catalogue;
  const others = points.filter(({ id }) => id !== pointId);
  others.splice(place.at + by, 0, points[place.at]);
  return withStation(catalogue, place.station, others);
}

/** Without a point: walks don't ask for it any more. */
export function without(catalogue: Catalogue, pointId: string): Catalogue {
  return new Map([...catalogue].map(([station, points]) => [station, points.filter(({ id }) => id !== pointId)]));
}

/** With a point in place of the one of its id. */
export function changed(catalogue: Catalogue, point: Point): Catalogue {
  return new Map([...catalogue].map(([station, points]) => [station, points.map((one) => (one.id === point.id ? point : one))]));
}

/** With a new point at the end of a station, or after another one. @returns its id too */
export function added(catalogue: Catalogue, station: Station): { catalogue: Catalogue; pointId: string } {
  const known = new Set([...catalogue.values()].flat().map(({ id }) => id));
  let number = 1;
  while (known.has(`own-${number}`)) number++;
  const point: Point = {
    ...{ id: `own-${number}`, title: "What is looked at", why: "Why it matters", applies: {}, caution: null, atOnce: null },
    grades: [
      { id: "sound", text: "What good looks like", severity: "sound" },
      { id: "fix", text: "What bad looks like", severity: "fix" },
    ],
    ...{ speaksFor: [], speaksAgainst: [], rule: null, settledBy: null, sum: null, measured: null, work: null, rank: 2 },
    ...{ condition: null, after: [], opens: false },
  };
  return { catalogue: withStation(catalogue, station, [...(catalogue.get(station) ?? []), point]), pointId: point.id };
}
