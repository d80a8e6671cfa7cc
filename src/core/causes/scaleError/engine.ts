import type { CauseEngine } from "../../signatures/causeEngine";
import { scaleError as fault } from "./fault";
import { scaleHides } from "./hides";
import { rightScale } from "./scaleError";
import { proposeScaleStep, resumeScaleStep } from "./scaleStep";

/** Put right where two meters tell one energy, once the clock is right; a factor since some day is fitted. */
export const scaleError: CauseEngine<"scale-error"> = {
  cause: "scale-error",
  rights: { turn: 2, right: rightScale },
  propose: proposeScaleStep,
  hides: scaleHides,
  resume: resumeScaleStep,
  paper: {
    actsAs: "a factor",
    toldFrom:
      "two meters of one energy, alike from day to day; another unit (1000, 60, 3.6 …); a step by 10 % and more, from one day to the next, to a factor that no string leaves",
    notTakenFor: "",
  },
  fault,
};
