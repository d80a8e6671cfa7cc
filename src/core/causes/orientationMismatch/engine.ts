import type { CauseEngine } from "../../signatures/causeEngine";
import { orientationMismatch as fault } from "./fault";
import { proposeOrientationMismatch } from "./orientationMismatch";

/** Fitted. */
export const orientationMismatch: CauseEngine<"orientation-mismatch"> = {
  cause: "orientation-mismatch",
  propose: proposeOrientationMismatch,
  fault,
};
