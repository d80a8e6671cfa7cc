import { max, median } from "simple-statistics";
import { DAY_MS } from "../constants";
import type { Grid } from "../series/grid";

/** First and last light are where the output crosses this part of the most that was expected: above what keeps an inverter asleep, below what clouds decide. */
const LEVEL = 0.05;
/** Of fewer days an edge isn't told. */
const LEAST_DAYS = 4;

/** How much later than expected the output begins and ends, ms, in the median of the days; NaN where too few days say so. */
export interface EdgeLags {
  firstMs: number;
  lastMs: number;
}

/**
 * How much later than the light itself an output begins in the morning and ends in the evening.
 * A clock moves both alike; what takes light at one end of the day moves one, and a loss draws them together.
 * @param from first interval, `to` the first after the last
 */
export function edgeLags(measuredW: Float64Array, expectedW: Float64Array, grid: Grid, from: number, to: number): EdgeLags {
  const perDay = Math.max(1, Math.round(DAY_MS / grid.stepMs));
  const level = LEVEL * max(Array.from(expectedW, (watts) => watts || 0));
  const [first, last]: number[][] = [[], []];
  const dark = midnight(expectedW, perDay);
  for (let day = dark + perDay * Math.max(0, Math.ceil((from - dark) / perDay)); day + perDay <= to; day += perDay) {
    const own = level * dayShare(measuredW, expectedW, day, day + perDay);
    if (Number.isNaN(own)) continue;
    const begin = crossing(measuredW, own, day, day + perDay, 1) - crossing(expectedW, level, day, day + perDay, 1);
    const end = crossing(measuredW, own, day + perDay - 1, day - 1, -1) - crossing(expectedW, level, day + perDay - 1, day - 1, -1);
    if (!Number.isNaN(begin)) first.push(begin * grid.stepMs);
    if (!Number.isNaN(end)) last.push(end * grid.stepMs);
  }
  const told = (lags: number[]) => (lags.length >= LEAST_DAYS ? median(lags) : Number.NaN);
  return { firstMs: told(first), lastMs: told(last) };
}

/** Of a day's expected energy: with less or more than these nothing is said of its ends. */
const [LEAST_SHARE, MOST_SHARE] = [0.2, 2] as const;

/** A day's energy over the expected one, so that half an array isn't a late morning; NaN where the day is hardly there. */
function dayShare(measuredW: Float64Array, expectedW: Float64Array, from: number, to: number): number {
  let [measured, expected] = [0, 0];
  for (let i = from; i < to; i++) {
    if (Number.isNaN(measuredW[i]) || Number.isNaN(expectedW[i])) continue;
    measured += measuredW[i];
    expected += expectedW[i];
  }
  const share = measured / expected;
  return share >= LEAST_SHARE && share <= MOST_SHARE ? share : Number.NaN;
}

/** The interval of the day that lies opposite to the middle of what is expected. */
function midnight(expectedW: Float64Array, perDay: number): number {
  let [east, north] = [0, 0];
  for (let i = 0; i < expectedW.length; i++) {
    if (!(expectedW[i] > 0)) continue;
    const angle = (2 * Math.PI * (i % perDay)) / perDay;
    east += expectedW[i] * Math.sin(angle);
    north += expectedW[i] * Math.cos(angle);
  }
  return Math.round((Math.atan2(-east, -north) / (2 * Math.PI) + 1) * perDay) % perDay;
}

/** Where values rise above a level on the way from one interval to another, in parts of an interval; NaN where they don't, or where one is unknown. */
function crossing(values: Float64Array, level: number, from: number, to: number, step: 1 | -1): number {
  for (let i = from; i !== to; i += step) {
    if (Number.isNaN(values[i])) return Number.NaN;
    if (values[i] <= level) continue;
    return i === from ? Number.NaN : i - (step * (values[i] - level)) / (values[i] - values[i - step]);
  }
  return Number.NaN;
}
