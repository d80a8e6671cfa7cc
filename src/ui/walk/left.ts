import { isUp } from "@/core/inspection/holding";
import type { Stop } from "@/core/inspection/point";
import type { Item } from "./rounds";

/** Points of a stop that nobody has answered, where one is about to leave it or has just left it. */
export interface Left {
  stop: Stop;
  items: Item[];
  /** Whether one has to climb for them again. */
  up: boolean;
}

/**
 * What is left at a stop, told at its last point, and at the first one of the next stop where it was begun and not finished.
 * @param items of the round
 * @param place of the open point in it
 * @param seen keys of the items that were answered
 * @returns null where nothing is
 */
export function leftAt(items: readonly Item[], place: number, seen: ReadonlySet<string>, walk: readonly Stop[]): Left | null {
  const { stop } = items[place];
  const leaving = items[place + 1]?.stop !== stop;
  const arriving = items[place - 1]?.stop !== stop;
  const of = leaving ? stop : arriving ? items[place - 1]?.stop : undefined;
  if (!of) return null;
  const there = items.filter((item) => item.stop === of && item !== items[place]);
  const open = there.filter(({ key }) => !seen.has(key));
  // Whoever jumps over a whole stop knows it.
  if (open.length === 0 || open.length === there.length) return null;
  return { stop: of, items: open, up: isUp(of, walk) };
}
