import type { CauseEngine } from "../../signatures/causeEngine";
import { clipping as fault } from "./fault";

/** By design: the sums hold the rating as a member of their own. */
export const clipping: CauseEngine<"clipping"> = {
  cause: "clipping",
  paper: { actsAs: "at most the rating", toldFrom: "from the site file; told where the output stands at it", notTakenFor: "" },
  fault,
};
