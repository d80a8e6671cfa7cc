import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** The inverter falls no further than this share of its rating. */
const LEAST_SHARE = 0.2;

/** The inverter cuts back over a temperature of its case: a blocked fan, a closed box, full sun. */
export const thermalDerating = faultKind({
  cause: "thermal-derating",
  scopes: ["inverter"],
  parameters: z.object({ startC: z.number().min(0).max(120).default(45), pctPerC: z.number().gt(0).max(100).default(2.5) }),
  effect: ({ place, parameters: { startC, pctPerC }, site }) => {
    const rated = new Map(site.inverters.map(({ id, acRatedW }) => [id, acRatedW]));
    return {
      inverterLimitW: (id, _, caseC) =>
        place.inverters.has(id) && caseC > startC
          ? (rated.get(id) as number) * Math.max(LEAST_SHARE, 1 - (pctPerC / 100) * (caseC - startC))
          : Number.POSITIVE_INFINITY,
    };
  },
});
