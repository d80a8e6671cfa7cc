import { z } from "zod";
import { DAY_MS, YEAR_DAYS } from "../../constants";
import { faultKind } from "../../signatures/faultKind";

/** A decline beyond the ordinary one, from its beginning on; without one, from that of the series. */
export const degradation = faultKind({
  cause: "degradation",
  scopes: ["string", "plane", "inverter", "site"],
  parameters: z.object({ pctPerYear: z.number().gt(0).max(50).default(2) }),
  effect: ({ place, parameters, weather: { grid }, from }) => {
    const begunMs = grid.startMs + from * grid.stepMs;
    const share = (i: number) => {
      const years = Math.max(0, grid.startMs + i * grid.stepMs - begunMs) / (YEAR_DAYS * DAY_MS);
      return Math.max(0, 1 - (parameters.pctPerYear / 100) * years);
    };
    return { stringShare: (id, i) => (place.strings.has(id) ? share(i) : 1) };
  },
});
