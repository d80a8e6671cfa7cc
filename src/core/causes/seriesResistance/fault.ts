import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** A poor joint, or a conductor that is too thin, in series with the string. */
export const seriesResistance = faultKind({
  cause: "series-resistance",
  scopes: ["string", "inverter"],
  parameters: z.object({ ohm: z.number().gt(0).max(1000).default(1) }),
  effect: ({ place, parameters }) => ({ condition: (id) => (place.strings.has(id) ? { jointOhm: parameters.ohm } : undefined) }),
});
