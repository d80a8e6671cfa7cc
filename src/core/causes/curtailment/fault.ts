import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** What the site sends out is held back: by `limitW`, else by the export limit and the full battery of the as-built. */
export const curtailment = faultKind({
  cause: "curtailment",
  scopes: ["site", "inverter"],
  parameters: z.object({ limitW: z.number().min(0).max(10_000_000).optional() }),
  effect: ({ place, parameters: { limitW } }) => {
    if (limitW === undefined) return { design: "export" };
    if (place.kind === "site") return { exportLimitW: () => limitW };
    return { inverterLimitW: (id) => (place.inverters.has(id) ? limitW : Number.POSITIVE_INFINITY) };
  },
});
