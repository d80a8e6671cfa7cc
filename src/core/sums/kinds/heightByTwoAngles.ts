import { told } from "../../round";
import { EYE_M, heightByTwoAngles as heightAndDistance } from "../../survey/heights";
import { amount, least0, over0, usually } from "../amounts";
import { defineSum } from "../sum";

const angleDeg = amount({ from: 0, to: 90, open: "both" });

/** Height and distance of what can't be walked up to. */
export const heightByTwoAngles = defineSum({
  kind: "height-by-two-angles",
  title: "Height by two angles",
  shape: { baselineM: over0, nearDeg: angleDeg, farDeg: angleDeg, eyeHeightM: usually(least0, EYE_M) },
  rules: [{ key: "nearDeg", expected: "a number over farDeg", holds: ({ nearDeg, farDeg }) => nearDeg > farDeg }],
  inputs: {
    baselineM: { label: "Between the two stands, straight towards it", unit: "m" },
    nearDeg: { label: "Angle from the nearer stand", unit: "°" },
    farDeg: { label: "Angle from the further stand", unit: "°" },
    eyeHeightM: { label: "Height of your eye", unit: "m" },
  },
  outputs: { heightM: { label: "Height", unit: "m" }, distanceM: { label: "From the nearer stand", unit: "m" } },
  formula: "height = baseline / (cot far − cot near) + eye",
  source: "Plane trigonometry; both stands on one level and in line with the top",
  work({ baselineM, nearDeg, farDeg, eyeHeightM }) {
    const { heightM, distanceM } = heightAndDistance(baselineM, nearDeg, farDeg, eyeHeightM);
    const close =
      nearDeg - farDeg < 2 ? ["The two angles are close: a degree of error changes the answer much. Take a longer baseline"] : [];
    return {
      values: { heightM, distanceM },
      ok: null,
      reasons: [`The top is ${told(heightM)} m high, ${told(distanceM)} m from the nearer stand`, ...close],
      cautions: [],
    };
  },
});
