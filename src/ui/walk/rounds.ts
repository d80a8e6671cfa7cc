import type { StandingFinding } from "@/core/changes/caseRecords";
import { isOfStop, type Point, type Stop } from "@/core/inspection/point";

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
  const pointId = wanted.replace(/^(field|roof)\./, "");
  return items.find(({ key }) => key === wanted) ?? items.find(({ point }) => point.id === pointId);
}

/** Whether a finding was made where an item stands. */
export function isAt({ point, stop }: Item, { pointId, fields }: StandingFinding): boolean {
  return pointId === point.id && isOfStop(fields, stop);
}

/** What leads to the item at which a finding was made. */
export function keyOfFinding({ pointId, fields }: StandingFinding): string {
  return fields.part ? `${fields.part}.${pointId}` : pointId;
}

/** Keys of the items at which something was said. */
export function seenOf(items: readonly Item[], standing: readonly StandingFinding[]): Set<string> {
  const byPoint = new Map<string, StandingFinding[]>();
  for (const finding of standing) byPoint.set(finding.pointId, [...(byPoint.get(finding.pointId) ?? []), finding]);
  return new Set(items.filter((item) => byPoint.get(item.point.id)?.some((finding) => isAt(item, finding))).map(({ key }) => key));
}
