import type { CauseEngine } from "../../signatures/causeEngine";
import { onString } from "../../signatures/detected";
import { proposeDegradation, resumeDegradation } from "./degradation";
import { degradation as fault } from "./fault";
import { degradationHides } from "./hides";
import { detectStringDecline } from "./stringDecline";

/** Fitted; of one string by its current against its neighbours'. */
export const degradation: CauseEngine<"degradation"> = {
  cause: "degradation",
  detect: (look) => detectStringDecline(look.comparison, look.state).map((signature) => onString(look, signature)),
  propose: proposeDegradation,
  hides: degradationHides,
  resume: resumeDegradation,
  paper: {
    actsAs: "1 − r · years",
    toldFrom:
      "400 days and more, 0.8 % a year and more beyond the ordinary; of one string by its current against its neighbours' in the same light, month by month",
    notTakenFor: "a sensor that drifts down makes the array seem to rise",
  },
  fault,
};
