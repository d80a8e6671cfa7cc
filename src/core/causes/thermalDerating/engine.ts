import type { CauseEngine } from "../../signatures/causeEngine";
import { thermalDerating as fault } from "./fault";
import { proposeThermalDerating } from "./thermalDerating";

/** Fitted. */
export const thermalDerating: CauseEngine<"thermal-derating"> = {
  cause: "thermal-derating",
  propose: proposeThermalDerating,
  fault,
};
