import { describe, expect, it } from "vitest";
import { walkFor } from "@/core/inspection/walk";
import { exampleSite } from "@/core/simulator/exampleSite";
import { leftAt } from "./left";
import { itemsOf } from "./rounds";

const walk = walkFor(exampleSite());
const items = itemsOf(walk);
const of = (station: string) => items.filter(({ stop }) => stop.station === station);
const idsOf = (list: readonly { key: string }[]) => list.map(({ key }) => key);
const placeOf = (item: (typeof items)[number]) => items.indexOf(item);

describe("what is left at a stop", () => {
  const array = of("array");
  const [first, second, ...rest] = array;
  const last = array[array.length - 1];

  it("is told at its last point, with that the ladder would be needed again", () => {
    const left = leftAt(items, placeOf(last), new Set(idsOf(rest)), walk);
    expect(idsOf(left?.items ?? [])).toEqual(idsOf([first, second]));
    expect(left).toMatchObject({ stop: last.stop, up: true });
  });

  it("is told at the first point of the next stop too, and nowhere else", () => {
    const seen = new Set(idsOf(array).filter((key) => key !== second.key));
    const next = items[placeOf(last) + 1];
    expect(idsOf(leftAt(items, placeOf(next), seen, walk)?.items ?? [])).toEqual([second.key]);
    expect(leftAt(items, placeOf(rest[0]), seen, walk)).toBeNull();
    expect(leftAt(items, placeOf(next) + 1, seen, walk)).toBeNull();
  });

  it("isn't told of a stop that was done, nor of one that nobody began", () => {
    expect(leftAt(items, placeOf(last), new Set(idsOf(array)), walk)).toBeNull();
    expect(leftAt(items, placeOf(last), new Set(), walk)).toBeNull();
    expect(leftAt(items, 0, new Set(), walk)).toBeNull();
  });

  it("on the ground needs no ladder", () => {
    const ground = of("ground");
    const seen = new Set(idsOf(ground).slice(2));
    expect(leftAt(items, placeOf(ground[ground.length - 1]), seen, walk)).toMatchObject({ up: false });
  });
});
