import type { CauseEngine } from "../../signatures/causeEngine";
import { curtailment as fault } from "./fault";

/** By design: the sums hold the export limit and a full battery as a member of their own. */
export const curtailment: CauseEngine<"curtailment"> = {
  cause: "curtailment",
  paper: {
    actsAs: "at most the export limit, or what a full battery leaves",
    toldFrom: "from the site file and the state of charge",
    notTakenFor: "",
  },
  fault,
};
