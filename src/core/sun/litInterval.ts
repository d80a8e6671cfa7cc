import { HOUR_MS, RAD } from "../constants";
import type { Grid } from "../series/grid";
import { type Observer, type SunSeries, sunPositions } from "./position";

/** The sun that stands for each interval, and how much of the interval it is up. */
export interface LitSun extends SunSeries {
  /** Share of the interval with the sun's centre over the horizontal, 0 to 1. */
  litShare: Float64Array;
}

/**
 * The sun for each interval of an axis: at the middle of its lit part, so that the intervals of sunrise
 * and sunset get a sun that is up, and irradiance means can be referred to the lit part alone.
 */
export function litSun(grid: Grid, observer: Observer): LitSun {
  const middles = new Float64Array(grid.count);
  for (let i = 0; i < grid.count; i++) middles[i] = grid.startMs + (i + 0.5) * grid.stepMs;
  // The sun's elevation changes by no more than 15° an hour times the cosine of latitude.
  const reachDeg = (grid.stepMs / HOUR_MS) * 7.5 * Math.cos(observer.lat * RAD) + 0.1;
  const reach = Math.sin(Math.min(90, reachDeg) * RAD);
  const sun = sunPositions(middles, observer, -reach);
  const litShare = new Float64Array(grid.count);
  const edges: number[] = [];
  for (let i = 0; i < grid.count; i++) {
    if (sun.up[i] > reach) litShare[i] = 1;
    else if (sun.up[i] > -reach) edges.push(i);
  }
  if (edges.length === 0) return { ...sun, litShare };
  const upAt = (offset: number) => {
    const times = new Float64Array(edges.length);
    for (let k = 0; k < edges.length; k++) times[k] = grid.startMs + (edges[k] + offset) * grid.stepMs;
    return sunPositions(times, observer, NO_ANGLES).up;
  };
  const starts = upAt(0);
  const ends = upAt(1);
  const crossed: number[] = [];
  const litMiddles: number[] = [];
  edges.forEach((i, k) => {
    const [from, to] = litPart(starts[k], sun.up[i], ends[k]);
    litShare[i] = to - from;
    if (to === from || to - from === 1) return;
    crossed.push(i);
    litMiddles.push(grid.startMs + (i + (from + to) / 2) * grid.stepMs);
  });
  const again = sunPositions(Float64Array.from(litMiddles), observer);
  crossed.forEach((i, k) => {
    for (const key of ["zenithDeg", "azimuthDeg", "east", "north", "up"] as const) sun[key][i] = again[key][k];
  });
  return { ...sun, litShare };
}

/** No sun stands higher than this sine: only the vector is wanted. */
const NO_ANGLES = 2;

/** The part of an interval (0 to 1) with the sun up, from the sines of its elevation at start, middle and end. */
function litPart(start: number, middle: number, end: number): [number, number] {
  const crossing = (a: number, b: number) => a / (a - b);
  if (start <= 0 && middle <= 0 && end <= 0) return [0, 0];
  let from = 0;
  let to = 1;
  if (start <= 0) from = middle > 0 ? crossing(start, middle) / 2 : 0.5 + crossing(middle, end) / 2;
  if (end <= 0) to = middle > 0 ? 0.5 + crossing(middle, end) / 2 : crossing(start, middle) / 2;
  return [from, to];
}
