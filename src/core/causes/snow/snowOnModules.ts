import { HOUR_MS } from "../../constants";
import type { RandomStream } from "../../random";
import type { Plane } from "../../site/siteSchema";
import type { Weather } from "../../weather/weather";

/**
 * Share of a plane under snow, 0 to 1, interval by interval: covered by each fall, cleared by warmth and
 * sun as it slides, the quicker the steeper; flat planes only melt.
 */
export function simulateCover(plane: Plane, weather: Weather, poaWm2: Float64Array, random: RandomStream): Float64Array {
  const { grid, snowCm, airTempC } = weather;
  const cover = new Float64Array(grid.count);
  if (!snowCm) return cover;
  const hours = grid.stepMs / HOUR_MS;
  const slope = Math.sin((plane.tiltDeg * Math.PI) / 180);
  let share = 0;
  let stick = 0;
  let fallen = 0;
  for (let i = 1; i < grid.count; i++) {
    const fall = snowCm[i] - snowCm[i - 1];
    fallen = Math.max(0, fallen * 0.98 + Math.max(0, fall));
    if (fall > 0 && fallen >= 1.5) {
      share = 1;
      stick = random.uniform(4, 14) / Math.max(slope, 0.15);
    }
    if (share > 0) {
      stick -= hours * (Math.max(0, airTempC[i] + 1) * 0.5 + poaWm2[i] / 250);
      if (stick <= 0) share = Math.max(0, share - hours * random.uniform(0.1, 0.5));
    }
    cover[i] = share;
  }
  return cover;
}
