import type { CauseEngine } from "../../signatures/causeEngine";
import { wetInsulationTrip as fault } from "./fault";
import { wetTrips } from "./wetInsulationTrip";

/** Told among the stops, by the weather in which they come. */
export const wetInsulationTrip: CauseEngine<"wet-insulation-trip"> = {
  cause: "wet-insulation-trip",
  takesOver: ({ comparison, state, snow }, stops) => wetTrips(comparison, state, snow, stops),
  fault,
};
