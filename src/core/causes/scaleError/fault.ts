import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** A meter, or an import, is wrong by a factor: reported over true. */
export const scaleError = faultKind({
  cause: "scale-error",
  scopes: ["site", "inverter", "string", "meter"],
  parameters: z.object({ factor: z.number().min(0.001).max(1000).default(0.9) }),
  effect: ({ place, parameters: { factor } }) => ({
    scale: (channel) => {
      const [owner, second] = channel.split(".");
      if (place.kind === "meter") return `${owner}.${second}` === place.scope ? factor : 1;
      const power = /\.(ac_w|dc_w|dc_a|wh)$/.test(channel) || owner === "meter";
      return power && (place.kind === "site" || owner === place.scope) ? factor : 1;
    },
  }),
});
