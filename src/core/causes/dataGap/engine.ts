import type { CauseEngine } from "../../signatures/causeEngine";
import { detectDataGaps } from "./dataGap";
import { dataGap as fault } from "./fault";

/** Told by what is missing, stuck or impossible. */
export const dataGap: CauseEngine<"data-gap"> = {
  cause: "data-gap",
  inGaps: detectDataGaps,
  paper: {
    actsAs: "",
    toldFrom: "missing, stuck or impossible values: 2 % of the daylight, a whole day, or ten impossible ones",
    notTakenFor: "",
  },
  fault,
};
