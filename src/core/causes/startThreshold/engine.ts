import type { CauseEngine } from "../../signatures/causeEngine";
import { startThreshold as fault } from "./fault";

/** By design: the sums hold the start as a member of their own. */
export const startThreshold: CauseEngine<"start-threshold"> = {
  cause: "start-threshold",
  fault,
};
