import type { CauseEngine } from "../../signatures/causeEngine";
import { onString } from "../../signatures/detected";
import { resumeStep } from "../../signatures/powerStep/resumeStep";
import { detectInStringVoltage } from "../../signatures/stringVoltage/stringVoltage";
import { bypassByModule } from "./byModule";
import { bypassHides, proposeBypass } from "./byPower";
import { bypassConducting as fault } from "./fault";

/** Told by a string's voltage, where it is its own, or by a module's energy; fitted to power, else. */
export const bypassConducting: CauseEngine<"bypass-conducting"> = {
  cause: "bypass-conducting",
  detect: (look) => [
    ...detectInStringVoltage(look, "bypass-conducting").map((signature) => onString(look, signature)),
    ...bypassByModule(look.comparison, look.state).map((signature) => onString(look, signature, undefined, signature.scope.split(".")[0])),
  ],
  propose: proposeBypass,
  hides: bypassHides,
  resume: resumeStep,
  paper: {
    actsAs: "P · (1 − U_missing/U); P · (1 − gone/parts) of its module",
    toldFrom:
      "a string's own voltage: a line of missing volts over current before and after each day, missing is a constant, in the morning as in the afternoon; of a module by its energy: just what some of its parts leave of the middle one's; else by power: a step down from one day to the next, 4½ of its errors beyond level, slope and bend of 60 days on either side, of one inverter against the others, alike at every load, up to a module's worth",
    notTakenFor:
      "a joint: there it goes with the current; what all inverters share; a string lit in two ways, whose voltage goes to and fro by more than it stepped",
  },
  fault,
};
