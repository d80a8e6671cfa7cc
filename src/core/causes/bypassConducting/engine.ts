import type { CauseEngine } from "../../signatures/causeEngine";
import { onString } from "../../signatures/detected";
import { detectInStringVoltage, resumeInVoltage } from "../../signatures/stringVoltage/stringVoltage";
import { bypassConducting as fault } from "./fault";

/** Told by a string's voltage, where it is its own. */
export const bypassConducting: CauseEngine<"bypass-conducting"> = {
  cause: "bypass-conducting",
  detect: (look) => detectInStringVoltage(look, "bypass-conducting").map((signature) => onString(look, signature)),
  resume: resumeInVoltage,
  paper: {
    actsAs: "P · (1 − U_missing/U)",
    toldFrom: "a line of missing voltage over current before and after each day; missing is a constant, in the morning as in the afternoon",
    notTakenFor: "a joint: there it goes with the current",
  },
  fault,
};
