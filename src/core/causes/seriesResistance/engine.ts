import type { CauseEngine } from "../../signatures/causeEngine";
import { onString } from "../../signatures/detected";
import { resumeStep } from "../../signatures/powerStep/resumeStep";
import { detectInStringVoltage } from "../../signatures/stringVoltage/stringVoltage";
import { jointHides, proposeJoint } from "./byPower";
import { seriesResistance as fault } from "./fault";

/** Told by a string's voltage, where it is its own; fitted to power, else. */
export const seriesResistance: CauseEngine<"series-resistance"> = {
  cause: "series-resistance",
  detect: (look) => detectInStringVoltage(look, "series-resistance").map((signature) => onString(look, signature)),
  propose: proposeJoint,
  hides: jointHides,
  resume: resumeStep,
  paper: {
    actsAs: "P · (1 − R·I/U)",
    toldFrom:
      "the same; missing goes with the current. Hours in which less than 0.8 of the day's best current over light flows say nothing: there the inverter holds the string back. Else by power, as a bypassed part, but the more the higher the load",
    notTakenFor: "",
  },
  fault,
};
