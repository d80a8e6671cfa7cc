import type { CauseEngine } from "../../signatures/causeEngine";
import { shading as fault } from "./fault";
import { proposeShading } from "./shading";

/** Fitted. */
export const shading: CauseEngine<"shading"> = {
  cause: "shading",
  propose: proposeShading,
  fault,
};
