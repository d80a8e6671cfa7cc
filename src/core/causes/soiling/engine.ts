import type { CauseEngine } from "../../signatures/causeEngine";
import { soiling as fault } from "./fault";
import { soilingHides } from "./hides";
import { proposeSoiling, resumeSoiling } from "./soiling";

/** Fitted. */
export const soiling: CauseEngine<"soiling"> = {
  cause: "soiling",
  propose: proposeSoiling,
  hides: soilingHides,
  resume: resumeSoiling,
  paper: {
    actsAs: "1 − min(cap, r · days since a wash)",
    toldFrom: "washes are rain of 3, 6 or 11 mm a day (whichever fits) and jumps up without rain; r from 0.1 % a day (Kimber et al. 2006)",
    notTakenFor: "one step up or down",
  },
  fault,
};
