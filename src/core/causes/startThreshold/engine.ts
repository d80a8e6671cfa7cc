import type { CauseEngine } from "../../signatures/causeEngine";
import { startThreshold as fault } from "./fault";

/** By design: the sums hold the start as a member of their own. */
export const startThreshold: CauseEngine<"start-threshold"> = {
  cause: "start-threshold",
  paper: { actsAs: "nothing under it", toldFrom: "from the site file", notTakenFor: "" },
  fault,
};
