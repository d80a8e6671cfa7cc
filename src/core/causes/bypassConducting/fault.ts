import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** Parts of one module carry current and give nothing: their bypass diodes have failed short. */
export const bypassConducting = faultKind({
  cause: "bypass-conducting",
  scopes: ["string", "module"],
  parameters: z.object({ parts: z.int().min(1).max(60).default(1) }),
  effect: ({ place, parameters }) => {
    // Of a string it doesn't matter which module it is.
    const shortedParts = new Map([[place.module ?? 1, parameters.parts]]);
    return { condition: (id) => (place.strings.has(id) ? { shortedParts } : undefined) };
  },
});
