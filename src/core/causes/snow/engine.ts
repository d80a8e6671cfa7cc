import type { CauseEngine } from "../../signatures/causeEngine";
import { snow as fault } from "./fault";
import { proposeSnow } from "./snow";

/** Fitted. */
export const snow: CauseEngine<"snow"> = {
  cause: "snow",
  propose: proposeSnow,
  fault,
};
