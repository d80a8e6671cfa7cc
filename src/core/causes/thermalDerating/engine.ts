import type { CauseEngine } from "../../signatures/causeEngine";
import { thermalDerating as fault } from "./fault";
import { cutBackHides } from "./hides";
import { proposeThermalDerating, resumeThermalDerating } from "./thermalDerating";

/** Fitted. */
export const thermalDerating: CauseEngine<"thermal-derating"> = {
  cause: "thermal-derating",
  propose: proposeThermalDerating,
  hides: cutBackHides,
  resume: resumeThermalDerating,
  paper: {
    actsAs: "a cap that falls with the air",
    toldFrom: "the cap in the mean air of the best hours, its fall (0.9 % a degree and more), its first day",
    notTakenFor: "clipping (a cap that stays)",
  },
  fault,
};
