import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** The string is cut off from its inverter. */
export const stringOpen = faultKind({
  cause: "string-open",
  scopes: ["string"],
  parameters: z.object({}),
  effect: ({ place }) => ({ stringShare: (id) => (place.strings.has(id) ? 0 : 1) }),
});
