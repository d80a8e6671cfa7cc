import { z } from "zod";
import { DAY_MS } from "../../constants";
import { faultKind } from "../../signatures/faultKind";

/** Dirt takes no more than this share of the light. */
const MOST_LOST = 0.4;

/** Dirt gathers day by day until a rain washes it off. */
export const soiling = faultKind({
  cause: "soiling",
  scopes: ["site", "plane", "inverter", "string"],
  parameters: z.object({ pctPerDay: z.number().gt(0).max(20).default(0.2), cleansMm: z.number().gt(0).max(500).default(5) }),
  effect: ({ place, parameters: { pctPerDay, cleansMm }, weather: { grid, rainMm }, from, to }) => {
    const lost = new Float64Array(grid.count);
    let gathered = 0;
    let rained = 0;
    const stepsADay = Math.max(1, Math.round(DAY_MS / grid.stepMs));
    for (let i = from; i < to; i++) {
      // The rain of a day is what washes, not that of a quarter of an hour.
      if ((i - from) % stepsADay === 0) rained = 0;
      rained += rainMm && rainMm[i] > 0 ? rainMm[i] : 0;
      if (rained >= cleansMm) gathered = 0;
      else gathered = Math.min(MOST_LOST, gathered + pctPerDay / 100 / stepsADay);
      lost[i] = gathered;
    }
    return { stringShare: (id, i) => (place.strings.has(id) ? 1 - lost[i] : 1) };
  },
});
