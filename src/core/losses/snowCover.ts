import { HOUR_MS } from "../constants";
import type { Weather } from "../weather/weather";

/** How sure the weather is that snow can lie on modules. */
export interface SnowChance {
  /** 1 where snow lies or may lie, by interval. */
  possible: Uint8Array;
  /** 1 within a day and a half after snowfall. */
  fresh: Uint8Array;
  /** What it was told from: the depth on the ground, precipitation in frost, or frost alone. */
  basis: "depth" | "precipitation" | "frost";
}

const FRESH_MS = 36 * HOUR_MS;
/** Snow may stay on modules for some time after the depth gauge reads none. */
const LINGER_MS = 36 * HOUR_MS;
/** Degree hours over 2 °C that clear a module of the snow of one fall: on the ground it lies longer. */
const MELT_DEGREE_HOURS = 60;

/**
 * When snow can have lain on the modules, from the best that the weather has: snow depth, else
 * precipitation at 1 °C or less with melting by degree hours (Braithwaite 1995), else days of frost.
 */
export function snowChance(weather: Weather): SnowChance {
  let chance = known.get(weather);
  if (!chance) {
    chance = workOut(weather);
    known.set(weather, chance);
  }
  return chance;
}

/** Asked for many times of one weather: by each cause that snow can be taken for, in each round of a fit. */
const known = new WeakMap<Weather, SnowChance>();

function workOut(weather: Weather): SnowChance {
  const { grid, snowCm, rainMm, airTempC } = weather;
  const possible = new Uint8Array(grid.count);
  const fresh = new Uint8Array(grid.count);
  const mark = (marks: Uint8Array, i: number, forMs: number) =>
    marks.fill(1, i, Math.min(grid.count, i + 1 + Math.round(forMs / grid.stepMs)));
  if (snowCm) {
    const back = Math.max(1, Math.round((24 * HOUR_MS) / grid.stepMs));
    const fallen = (i: number) => Math.max(0, snowCm[i] - snowCm[i - 1]) || 0;
    let inADay = 0;
    let melt = 0;
    for (let i = 0; i < grid.count; i++) {
      if (i > 0 && fallen(i) > 0) melt = 0;
      else if (airTempC[i] > 2) melt += ((airTempC[i] - 2) * grid.stepMs) / HOUR_MS;
      if (snowCm[i] >= 0.5 && melt < MELT_DEGREE_HOURS) mark(possible, i, LINGER_MS);
      if (i === 0) continue;
      inADay += fallen(i) - (i > back ? fallen(i - back) : 0);
      if (fallen(i) > 0 && inADay >= 1 - 1e-9) mark(fresh, i, FRESH_MS);
    }
    return { possible, fresh, basis: "depth" };
  }
  if (rainMm) {
    let melt = Number.POSITIVE_INFINITY;
    for (let i = 0; i < grid.count; i++) {
      if (rainMm[i] > 0 && airTempC[i] <= 1) {
        melt = 0;
        mark(fresh, i, FRESH_MS);
      } else if (airTempC[i] > 2) melt += ((airTempC[i] - 2) * grid.stepMs) / HOUR_MS;
      if (melt < MELT_DEGREE_HOURS) possible[i] = 1;
    }
    return { possible, fresh, basis: "precipitation" };
  }
  const day = Math.max(1, Math.round((24 * HOUR_MS) / grid.stepMs));
  let sum = 0;
  for (let i = 0; i < grid.count; i++) {
    sum += airTempC[i] || 0;
    if (i >= day) sum -= airTempC[i - day] || 0;
    if (i >= day - 1 && sum / day < 0) mark(possible, i, LINGER_MS);
  }
  return { possible, fresh: possible, basis: "frost" };
}
