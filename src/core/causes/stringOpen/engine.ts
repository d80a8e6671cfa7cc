import type { CauseEngine } from "../../signatures/causeEngine";
import { onString } from "../../signatures/detected";
import { stringOpenByCurrent } from "./byCurrent";
import { proposeStringOpen, resumeStringOpen } from "./byLevel";
import { stringOpen as fault } from "./fault";
import { withoutVoltage } from "./withoutVoltage";

/** Told by currents where strings have them, by levels else; and where an only string gives no voltage to an inverter that stands still. */
export const stringOpen: CauseEngine<"string-open"> = {
  cause: "string-open",
  takesOver: withoutVoltage,
  detect: (look) => stringOpenByCurrent(look.comparison, look.state, look.snow).map((signature) => onString(look, signature, () => 0)),
  propose: proposeStringOpen,
  resume: resumeStringOpen,
  paper: {
    actsAs: "its power → 0",
    toldFrom:
      "by current: under 6 % of what the light gives for two lit hours while the inverter works; by level: the stretch of days that the output without some strings explains best; a lone string without voltage in good light",
    notTakenFor: "a wrong factor: what is left of some strings is told of them; snow, where all strings of a plane fall silent with it",
  },
  fault,
};
