import { z } from "zod";
import { faultKind } from "../../signatures/faultKind";

/** The AC rating holds the output back: it always does; this tells what it costs. */
export const clipping = faultKind({
  cause: "clipping",
  scopes: ["inverter", "site"],
  parameters: z.object({}),
  effect: () => ({ design: "rating" }),
});
