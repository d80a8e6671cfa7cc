import type { CauseEngine } from "../../signatures/causeEngine";
import { soiling as fault } from "./fault";
import { proposeSoiling } from "./soiling";

/** Fitted. */
export const soiling: CauseEngine<"soiling"> = {
  cause: "soiling",
  propose: proposeSoiling,
  fault,
};
