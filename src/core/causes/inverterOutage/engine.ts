import type { CauseEngine } from "../../signatures/causeEngine";
import { inverterOutage as fault } from "./fault";
import { stopHides } from "./hides";
import { detectInverterOutage, worthTelling } from "./inverterOutage";

/** Told by what didn't come in good light. */
export const inverterOutage: CauseEngine<"inverter-outage"> = {
  cause: "inverter-outage",
  stopped: ({ comparison, state, snow }) => detectInverterOutage(comparison, state, snow),
  letsGo: ({ comparison, state }, stops) => worthTelling(comparison, state, stops),
  hides: stopHides,
  paper: {
    actsAs: "→ 0",
    toldFrom:
      "nothing for 45 minutes, and three hours of one story, in which 6 % of the rating was due; followed into the dawn and dusk around it",
    notTakenFor:
      "snow, while it can lie; an open string, where no voltage comes; moisture: what stopped in the wet too seldom to be told says that it may have been",
  },
  fault,
};
