import { DAY_MINUTES, DAY_MS, MINUTE_MS } from "@/core/constants";
import type { Series } from "@/core/series/grid";
import { resample } from "@/core/series/resample";

/** Days are stored whole, so a step that doesn't divide the day is brought to the next shorter one that does. */
export function onStorableStep(series: Series): Series {
  const { grid } = series;
  if (DAY_MS % grid.stepMs === 0) return series;
  let minutes = Math.floor(grid.stepMs / MINUTE_MS);
  while (DAY_MINUTES % minutes !== 0) minutes--;
  const stepMs = minutes * MINUTE_MS;
  const startMs = Math.ceil(grid.startMs / stepMs) * stepMs;
  return resample(series, { startMs, stepMs, count: Math.floor((grid.startMs + grid.count * grid.stepMs - startMs) / stepMs) });
}
