import { told } from "../../round";
import { over0 } from "../amounts";
import { defineSum } from "../sum";

/** One out for four up. */
const UP_FOR_ONE_OUT = 4;
/** Along the ladder, beyond the edge, to hold on to while stepping off. */
const BEYOND_M = 1;

/** Where the foot of a ladder stands, and how long it has to be. */
export const ladder = defineSum({
  kind: "ladder",
  title: "Ladder",
  shape: { heightM: over0 },
  inputs: { heightM: { label: "Height of the edge", unit: "m" } },
  outputs: { footM: { label: "Foot out from the wall", unit: "m" }, lengthM: { label: "Length", unit: "m" } },
  formula: "foot = height / 4; length = √(height² + foot²) + 1 m",
  source: "Four up to one out, 1 m beyond the edge: EN 131-3:2018; 29 CFR 1926.1053(b)",
  work({ heightM }) {
    const footM = heightM / UP_FOR_ONE_OUT;
    const lengthM = Math.hypot(heightM, footM) + BEYOND_M;
    return {
      values: { footM, lengthM },
      ok: null,
      reasons: [`Foot ${told(footM)} m out, at least ${told(lengthM)} m of ladder`],
      cautions: ["On firm level ground, footed and tied at the top; three points of contact; never near an overhead line."],
    };
  },
});
