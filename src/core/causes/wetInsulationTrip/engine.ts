import type { CauseEngine } from "../../signatures/causeEngine";
import { wetInsulationTrip as fault } from "./fault";
import { wetTrips } from "./wetInsulationTrip";

/** Told among the stops, by the weather in which they come. */
export const wetInsulationTrip: CauseEngine<"wet-insulation-trip"> = {
  cause: "wet-insulation-trip",
  takesOver: ({ comparison, state, snow }, stops) => wetTrips(comparison, state, snow, stops),
  paper: {
    actsAs: "→ 0",
    toldFrom:
      "stops on three days and more, in the wet e³ times oftener than chance; wet is 8 hours after rain, or until 5 hours of good light have dried it",
    notTakenFor: "a stop that goes on for days in the dry",
  },
  fault,
};
