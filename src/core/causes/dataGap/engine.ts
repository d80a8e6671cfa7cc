import type { CauseEngine } from "../../signatures/causeEngine";
import { detectDataGaps } from "./dataGap";
import { dataGap as fault } from "./fault";

/** Told by what is missing, stuck or impossible. */
export const dataGap: CauseEngine<"data-gap"> = {
  cause: "data-gap",
  inGaps: detectDataGaps,
  fault,
};
