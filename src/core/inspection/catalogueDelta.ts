import { CATALOGUE, type OwnCatalogue } from "./catalogue";
import type { Point, Station } from "./point";

const SHIPPED = new Map([...CATALOGUE.values()].flat().map((point) => [point.id, point]));

/** A firm's catalogue by what it has otherwise than the shipped one: small enough for every page. */
export interface CatalogueDelta {
  order: [Station, string[]][];
  /** Points that the shipped one lacks, or has otherwise. */
  points: Point[];
  before: Point[];
}

/** What makes a firm's own catalogue out of the shipped one. */
export function deltaOf({ catalogue, before }: OwnCatalogue): CatalogueDelta {
  const own = [...catalogue.values()].flat().filter((point) => JSON.stringify(SHIPPED.get(point.id)) !== JSON.stringify(point));
  return { order: [...catalogue].map(([station, points]) => [station, points.map(({ id }) => id)]), points: own, before: [...before] };
}

/** The same back. */
export function fromDelta({ order, points, before }: CatalogueDelta): OwnCatalogue {
  const own = new Map(points.map((point) => [point.id, point]));
  const find = (id: string) => own.get(id) ?? SHIPPED.get(id);
  return { catalogue: new Map(order.map(([station, ids]) => [station, ids.flatMap((id) => find(id) ?? [])])), before };
}
