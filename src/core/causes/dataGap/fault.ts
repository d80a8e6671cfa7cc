import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** Values are missing from the file. */
export const dataGap = faultKind({
  cause: "data-gap",
  scopes: ["site", "inverter", "string", "meter"],
  parameters: z.object({}),
  effect: ({ place }) => ({
    missing: (channel) => {
      const [owner, second] = channel.split(".");
      if (place.kind === "meter") return `${owner}.${second}` === place.scope;
      return place.kind === "site" || owner === place.scope || place.strings.has(owner);
    },
  }),
});
