import type { CauseEngine } from "../../signatures/causeEngine";
import { rightClock } from "./clockError";
import { clockError as fault } from "./fault";

/** Put right before everything else. */
export const clockError: CauseEngine<"clock-error"> = {
  cause: "clock-error",
  rights: { turn: 1, right: rightClock },
  paper: {
    actsAs: "",
    toldFrom:
      "the lag at which the fine detail of measured and expected agrees best, in windows of ten days; from 8 minutes; taken for half hours within 4½ minutes",
    notTakenFor: "a shadow: first and last light have to have moved the same way",
  },
  fault,
};
