import type { CauseEngine } from "../../signatures/causeEngine";
import { orientationMismatch as fault } from "./fault";
import { mismatchHides } from "./hides";
import { proposeOrientationMismatch, resumeOrientationMismatch } from "./orientationMismatch";

/** Fitted. */
export const orientationMismatch: CauseEngine<"orientation-mismatch"> = {
  cause: "orientation-mismatch",
  propose: proposeOrientationMismatch,
  hides: mismatchHides,
  resume: resumeOrientationMismatch,
  paper: {
    actsAs:
      "a string lit in two ways: the best of its darker part's current, or past it through the diodes; each module for itself where it has a converter",
    toldFrom:
      "by string and other plane, from a fiftieth of the energy: of the inverter's, or of the string's own where the current of each string is told",
    notTakenFor: "",
  },
  fault,
};
