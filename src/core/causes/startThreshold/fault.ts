import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** Too little light to start: it always is at the ends of the day; this tells what it costs. */
export const startThreshold = faultKind({
  cause: "start-threshold",
  scopes: ["inverter", "site"],
  parameters: z.object({}),
  effect: () => ({ design: "start" }),
});
