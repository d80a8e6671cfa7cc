import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** The converter of one module gives nothing. */
export const moduleConverterFailed = faultKind({
  cause: "module-converter-failed",
  scopes: ["module"],
  parameters: z.object({}),
  effect: ({ place }) => ({
    condition: (id) => (place.strings.has(id) ? { lightShare: (module) => (module === place.module ? 0 : 1) } : undefined),
  }),
});
