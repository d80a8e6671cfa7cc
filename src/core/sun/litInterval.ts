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
  const sun = sunPositions(middles, observer);
  const litShare = new Float64Array(grid.count);
  // The sun's elevation changes by no more than 15° an hour.
  const reachDeg = (grid.stepMs / 3_600_000) * 7.5 + 0.1;
  const edges: number[] = [];
  for (let i = 0; i < grid.count; i++) {
    const elevation = 90 - sun.zenithDeg[i];
    if (elevation > reachDeg) litShare[i] = 1;
    else if (elevation > -reachDeg) edges.push(i);
  }
  if (edges.length === 0) return { ...sun, litShare };
  const zenithAt = (offset: number) => {
    const times = new Float64Array(edges.length);
    for (let k = 0; k < edges.length; k++) times[k] = grid.startMs + (edges[k] + offset) * grid.stepMs;
    return sunPositions(times, observer).zenithDeg;
  };
  const starts = zenithAt(0);
  const ends = zenithAt(1);
  const litMiddles = new Float64Array(edges.length);
  edges.forEach((i, k) => {
    const [from, to] = litPart(90 - starts[k], 90 - sun.zenithDeg[i], 90 - ends[k]);
    litShare[i] = to - from;
    litMiddles[k] = grid.startMs + (i + (from + to) / 2) * grid.stepMs;
  });
  const again = sunPositions(litMiddles, observer);
  edges.forEach((i, k) => {
    if (litShare[i] === 0) return;
    for (const key of ["zenithDeg", "azimuthDeg", "east", "north", "up"] as const) sun[key][i] = again[key][k];
  });
  return { ...sun, litShare };
}

/** The part of an interval (0 to 1) with positive elevation, from the elevations at its start, middle and end. */
function litPart(start: number, middle: number, end: number): [number, number] {
  const crossing = (a: number, b: number) => a / (a - b);
  if (start <= 0 && middle <= 0 && end <= 0) return [0, 0];
  let from = 0;
  let to = 1;
  if (start <= 0) from = middle > 0 ? crossing(start, middle) / 2 : 0.5 + crossing(middle, end) / 2;
  if (end <= 0) to = middle > 0 ? 0.5 + crossing(middle, end) / 2 : crossing(start, middle) / 2;
  return [from, to];
}
