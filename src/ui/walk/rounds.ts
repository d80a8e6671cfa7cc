import type { Point, Stop } from "@/core/inspection/point";

/** A point where it stands in the walk. */
export interface Item {
  /** Tells the same point in the field and on the roof apart; stands in the address. */
  key: string;
  point: Point;
  stop: Stop;
}

export type RoundId = "quick" | "whole";

/** The points of a round in the order of the body's way. */
export function itemsOf(stops: readonly Stop[]): Item[] {
  return stops.flatMap((stop) => stop.points.map((point) => ({ key: stop.part ? `${stop.part}.${point.id}` : point.id, point, stop })));
}

/** An item by what stands in the address, or by its point alone. */
export function itemOf(items: readonly Item[], wanted: string): Item | undefined {
  return items.find(({ key }) => key === wanted) ?? items.find(({ point }) => point.id === wanted);
}
