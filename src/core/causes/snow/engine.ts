import type { CauseEngine } from "../../signatures/causeEngine";
import { snow as fault } from "./fault";
import { proposeSnow } from "./snow";

/** Fitted. */
export const snow: CauseEngine<"snow"> = {
  cause: "snow",
  propose: proposeSnow,
  inDays: true,
  paper: {
    actsAs: "hides what is missing",
    toldFrom:
      "days on which snow can lie (depth; else precipitation in frost; else frost) and less comes, by the likeliest path of two states (Viterbi 1967): 2.2 a day and 3 where less than two fifths are missing, 3 to begin on fresh snow, 8 else; by frost alone a quarter has to be missing",
    notTakenFor: "",
  },
  fault,
};
