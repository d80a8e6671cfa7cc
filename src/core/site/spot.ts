/** A place on a plane to the hand's breadth: a mount, a stretch of rail, a corner of a module. Metres from the plane's middle, as modules lie. */
export interface OnPlane {
  plane: string;
  rightM: number;
  upM: number;
}

/** The farthest that anything lies from a plane's middle, m: what a plane may be wide. */
const FARTHEST_M = 1000;

/** "south@1.25,-0.4": how it is recorded. */
export function writeSpot({ plane, rightM, upM }: OnPlane): string {
  const told = (metres: number) => String(Math.round(metres * 100) / 100);
  return `${plane}@${told(rightM)},${told(upM)}`;
}

/** What was recorded; null where it is none. */
export function readSpot(text: string): OnPlane | null {
  const match = /^([A-Za-z0-9_-]+)@(-?\d+(?:\.\d+)?),(-?\d+(?:\.\d+)?)$/.exec(text);
  if (!match) return null;
  const [rightM, upM] = [Number(match[2]), Number(match[3])];
  return Math.abs(rightM) > FARTHEST_M || Math.abs(upM) > FARTHEST_M ? null : { plane: match[1], rightM, upM };
}
