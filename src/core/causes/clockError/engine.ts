import type { CauseEngine } from "../../signatures/causeEngine";
import { rightClock } from "./clockError";
import { clockError as fault } from "./fault";

/** Put right before everything else. */
export const clockError: CauseEngine<"clock-error"> = {
  cause: "clock-error",
  rights: { turn: 1, right: rightClock },
  fault,
};
