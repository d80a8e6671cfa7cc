import { z } from "zod";
import { MINUTE_MS } from "../../constants";
import { faultKind } from "../../signatures/faultKind";

/** The stamps of the production are later than the sun says by `offsetMinutes`; earlier where that is negative. */
export const clockError = faultKind({
  cause: "clock-error",
  scopes: ["site"],
  parameters: z.object({ offsetMinutes: z.number().min(-1440).max(1440).default(60) }),
  effect: ({ parameters }) => ({ stampsLateMs: parameters.offsetMinutes * MINUTE_MS }),
});
