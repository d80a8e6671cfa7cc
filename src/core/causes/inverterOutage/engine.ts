import type { CauseEngine } from "../../signatures/causeEngine";
import { inverterOutage as fault } from "./fault";
import { detectInverterOutage, worthTelling } from "./inverterOutage";

/** Told by what didn't come in good light. */
export const inverterOutage: CauseEngine<"inverter-outage"> = {
  cause: "inverter-outage",
  stopped: ({ comparison, state, snow }) => detectInverterOutage(comparison, state, snow),
  letsGo: ({ comparison, state }, stops) => worthTelling(comparison, state, stops),
  fault,
};
