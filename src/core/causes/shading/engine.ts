import type { CauseEngine } from "../../signatures/causeEngine";
import { shading as fault } from "./fault";
import { shadingHides } from "./hides";
import { proposeShading, resumeShading } from "./shading";

/** Fitted. */
export const shading: CauseEngine<"shading"> = {
  cause: "shading",
  propose: proposeShading,
  hides: shadingHides,
  resume: resumeShading,
  paper: {
    actsAs: "1 − depth · direct share",
    toldFrom:
      "the block of the sky, from the ground up, in which most is missing: bearing, half width, top, depth, softness, its first day, how much of its part of the sky it takes too, its growth; of a plane, and of each inverter on it, which something near shades at other hours",
    notTakenFor:
      "low rims all round (models of low light differ there), what takes the light wherever the sun stands, blocks as wide as they are high (another aspect), and high and wide ones that take less than a bare crown",
  },
  fault,
};
