/** Room at both sides of all pictures that share the axis of days, px: for the scale, and so that the last day isn't cut. */
export const [LEFT, RIGHT] = [64, 8] as const;
export const MARGIN = { top: 6, right: RIGHT, bottom: 0, left: 0 } as const;

/** Place of a point on the shared axis, as a share of the room between the margins: points are as wide as each other, and stand in their middles. */
export function shareOf(at: number, count: number): number {
  return (at + 0.5) / count;
}

/** The point under a place. @param x px from the left of the pictures @param width of the pictures, px */
export function pointAt(x: number, width: number, count: number): number {
  const share = (x - LEFT) / Math.max(1, width - LEFT - RIGHT);
  return Math.min(count - 1, Math.max(0, Math.floor(share * count)));
}

/** The shared axis for the drawing library: a point's place is its number. */
export const stackDomain = (count: number): [number, number] => [-0.5, count - 0.5];
