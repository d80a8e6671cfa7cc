import { RAD } from "../../constants";
import { told } from "../../round";
import { EYE_M } from "../../survey/heights";
import { least0, over0, perhaps, sightDeg, usually } from "../amounts";
import { defineSum } from "../sum";

/** Height of a tree or a building from one stand at a known distance. */
export const heightByAngle = defineSum({
  kind: "height-by-angle",
  title: "Height by one angle",
  shape: { distanceM: over0, topDeg: sightDeg, baseDeg: perhaps(sightDeg), eyeHeightM: usually(least0, EYE_M) },
  rules: [{ key: "topDeg", expected: "a number over baseDeg", holds: ({ topDeg, baseDeg }) => baseDeg === null || topDeg > baseDeg }],
  inputs: {
    distanceM: { label: "Distance on the level", unit: "m" },
    topDeg: { label: "Angle to the top", unit: "°" },
    baseDeg: { label: "Angle to the base, below the horizon negative", unit: "°" },
    eyeHeightM: { label: "Height of your eye, where the base isn't sighted", unit: "m" },
  },
  outputs: { heightM: { label: "Height over the base", unit: "m" } },
  formula: "height = distance × (tan top − tan base); without a base, distance × tan top + eye",
  source: "Plane trigonometry",
  work({ distanceM, topDeg, baseDeg, eyeHeightM }) {
    const top = distanceM * Math.tan(topDeg * RAD);
    const heightM = baseDeg === null ? top + eyeHeightM : top - distanceM * Math.tan(baseDeg * RAD);
    const under = heightM < 0 ? ["The top lies under the ground that you stand on: sight the base too"] : [];
    const level = baseDeg === null ? ["The base is taken to stand as high as you do"] : [];
    return { values: { heightM }, ok: null, reasons: [`The top is ${told(heightM)} m over the base`, ...under, ...level], cautions: [] };
  },
});
