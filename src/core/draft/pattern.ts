import type { SiteDraft } from "./draft";
import { modulesIn, sizeOf } from "./modules";
import { type ModuleRef, placeAt } from "./wiring";

/** How a string is run through rows. */
export interface Pattern {
  /** The corner that it begins in. */
  corner: "upper-left" | "upper-right" | "lower-left" | "lower-right";
  /** Along rows, or up and down columns. */
  along: "rows" | "columns";
  /** There and back, as short leads ask for; else each row begins on the same side. */
  thereAndBack: boolean;
}

/** Modules of a plane in the order in which a pattern goes through them. */
export function inPattern(draft: SiteDraft, plane: number, { corner, along, thereAndBack }: Pattern): ModuleRef[] {
  const [fromTop, fromLeft] = [corner.startsWith("upper"), corner.endsWith("left")];
  const spots = modulesIn(draft, plane).flatMap((ref) => {
    const place = placeAt(draft, ref);
    if (!place) return [];
    const { acrossM, upM } = sizeOf(draft, place);
    const [down, right] = [fromTop ? -place.upM : place.upM, fromLeft ? place.rightM : -place.rightM];
    return [along === "rows" ? { ref, line: down, way: right, apart: upM / 2 } : { ref, line: right, way: down, apart: acrossM / 2 }];
  });
  return linesOf(spots).flatMap((line, k) => {
    const onward = line.sort((a, b) => a.way - b.way).map(({ ref }) => ref);
    return thereAndBack && k % 2 === 1 ? onward.reverse() : onward;
  });
}

/** The next modules of a plane that are wired to nothing, in a pattern. */
export function nextFree(draft: SiteDraft, plane: number, pattern: Pattern, count: number): ModuleRef[] {
  return inPattern(draft, plane, pattern)
    .filter((ref) => placeAt(draft, ref)?.string === undefined)
    .slice(0, count);
}

interface Spot {
  ref: ModuleRef;
  line: number;
  way: number;
  apart: number;
}

function linesOf(spots: Spot[]): Spot[][] {
  const lines: Spot[][] = [];
  for (const spot of spots.sort((a, b) => a.line - b.line)) {
    const last = lines.at(-1);
    if (last && spot.line < last[0].line + spot.apart) last.push(spot);
    else lines.push([spot]);
  }
  return lines;
}

/** The module next to one in a direction, for walking with arrow keys: the nearest in that direction, what lies aside counted double. */
export function neighbour(draft: SiteDraft, { plane, at }: ModuleRef, direction: "left" | "right" | "up" | "down"): ModuleRef | null {
  const from = placeAt(draft, { plane, at });
  if (!from) return null;
  let best: ModuleRef | null = null;
  let distance = Number.POSITIVE_INFINITY;
  for (const ref of modulesIn(draft, plane)) {
    const to = placeAt(draft, ref);
    if (!to || ref.at === at) continue;
    const [right, up] = [to.rightM - from.rightM, to.upM - from.upM];
    const [ahead, aside] =
      direction === "left" ? [-right, up] : direction === "right" ? [right, up] : direction === "up" ? [up, right] : [-up, right];
    if (ahead < LEAST_STEP_M || Math.abs(aside) > ahead * WIDEST) continue;
    const told = ahead + 2 * Math.abs(aside);
    if (told < distance) {
      distance = told;
      best = ref;
    }
  }
  return best;
}

/** What is nearer than this isn't in that direction, m. */
const LEAST_STEP_M = 0.05;
/** What is further aside than so many times ahead is in another direction. */
const WIDEST = 1.5;
