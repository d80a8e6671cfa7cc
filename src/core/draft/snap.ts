import type { PlaneBounds } from "../plane/layout";

/** What a dragged thing clings to. */
export interface SnapTargets {
  /** Other modules' edges. */
  others: readonly PlaneBounds[];
  /** Left open between neighbours, m. */
  gapM: number;
  /** The roof's own edges, where they are told. */
  roof: PlaneBounds | null;
}

interface Snapped {
  rightM: number;
  upM: number;
  /** Where it clings, as lines across the plane; for drawing. */
  atRightM: number | null;
  atUpM: number | null;
}

/**
 * Where a dragged thing comes to lie: its edges in line with others' edges, or a gap beside them, its middle in the roof's middle, where that is nearer than
 * `withinM`; each direction by itself, the nearest first.
 * @param moving edges of what is dragged, where the hand has it
 */
export function snapped(moving: PlaneBounds, { others, gapM, roof }: SnapTargets, withinM: number): Snapped {
  const across = nearest(
    [moving.leftM, moving.rightM, (moving.leftM + moving.rightM) / 2],
    others.map(({ leftM, rightM }) => [leftM, rightM]),
    { gapM, withinM, roof: roof ? [roof.leftM, roof.rightM] : null },
  );
  const up = nearest(
    [moving.lowerM, moving.upperM, (moving.lowerM + moving.upperM) / 2],
    others.map(({ lowerM, upperM }) => [lowerM, upperM]),
    { gapM, withinM, roof: roof ? [roof.lowerM, roof.upperM] : null },
  );
  return { rightM: across.by, upM: up.by, atRightM: across.at, atUpM: up.at };
}

type Span = [from: number, to: number];

function nearest(
  [from, to, middle]: [number, number, number],
  others: readonly Span[],
  { gapM, withinM, roof }: { gapM: number; withinM: number; roof: Span | null },
) {
  let best = { by: 0, at: null as number | null };
  let distance = withinM;
  const consider = (edge: number, target: number) => {
    const by = target - edge;
    if (Math.abs(by) < distance) {
      distance = Math.abs(by);
      best = { by, at: target };
    }
  };
  for (const [otherFrom, otherTo] of others) {
    consider(from, otherTo + gapM);
    consider(to, otherFrom - gapM);
    consider(from, otherFrom);
    consider(to, otherTo);
  }
  if (roof) {
    consider(from, roof[0]);
    consider(to, roof[1]);
    consider(middle, (roof[0] + roof[1]) / 2);
  }
  return best;
}
