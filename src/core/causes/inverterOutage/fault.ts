import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** The inverter stands still. */
export const inverterOutage = faultKind({
  cause: "inverter-outage",
  scopes: ["inverter", "site"],
  parameters: z.object({}),
  effect: ({ place }) => ({ stopped: (id) => place.inverters.has(id) }),
});
