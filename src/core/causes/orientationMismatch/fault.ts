import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** The last modules of a string lie on another plane than the as-built says. */
export const orientationMismatch = faultKind({
  cause: "orientation-mismatch",
  scopes: ["string"],
  parameters: z.object({ plane: z.string().max(100), modules: z.int().min(1).max(1000) }),
  effect: ({ place, parameters: { plane, modules } }) => ({
    site: (site) => ({
      ...site,
      strings: site.strings.map((pvString) => {
        if (!place.strings.has(pvString.id)) return pvString;
        const there = Math.min(modules, pvString.modules - 1);
        return {
          ...pvString,
          segments: [
            { plane: pvString.plane, modules: pvString.modules - there },
            { plane, modules: there },
          ],
        };
      }),
    }),
  }),
});
