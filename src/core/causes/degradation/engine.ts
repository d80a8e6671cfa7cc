import type { CauseEngine } from "../../signatures/causeEngine";
import { onString } from "../../signatures/detected";
import { proposeDegradation } from "./degradation";
import { degradation as fault } from "./fault";
import { detectStringDecline } from "./stringDecline";

/** Fitted; of one string by its current against its neighbours'. */
export const degradation: CauseEngine<"degradation"> = {
  cause: "degradation",
  detect: (look) => detectStringDecline(look.comparison, look.state).map((signature) => onString(look, signature)),
  propose: proposeDegradation,
  fault,
};
