import { RAD } from "../../constants";
import { told } from "../../round";
import { amount, least0, over0, usually } from "../amounts";
import { defineSum, GRAVITY_MS2 } from "../sum";

/** How far from the eaves a slab of snow lands. */
export const fallZone = defineSum({
  kind: "fall-zone",
  title: "Where snow lands",
  shape: {
    roofTiltDeg: amount({ from: 0, to: 90, open: "to" }),
    slideLengthM: over0,
    eavesHeightM: least0,
    friction: usually(least0, 0.05),
  },
  inputs: {
    roofTiltDeg: { label: "Tilt of the roof", unit: "°" },
    slideLengthM: { label: "Way of the slab down the slope", unit: "m" },
    eavesHeightM: { label: "Height of the eaves", unit: "m" },
    friction: { label: "Friction of snow on glass", unit: "" },
  },
  outputs: { speedMs: { label: "Speed at the eaves", unit: "m/s" }, reachM: { label: "Lands from the eaves", unit: "m" } },
  formula: "v = √(2gL(sin θ − μ cos θ)), then free fall: h = v sin θ t + ½gt², reach = v cos θ t",
  source: "Energy on an incline with friction, then free fall without air (Galilei 1638)",
  work({ roofTiltDeg, slideLengthM, eavesHeightM, friction }) {
    const theta = roofTiltDeg * RAD;
    if (friction >= Math.tan(theta)) {
      return {
        values: { speedMs: 0, reachM: 0 },
        ok: null,
        reasons: [`Friction of ${told(friction)} holds the slab on ${told(roofTiltDeg)}°: nothing slides`],
        cautions: ["Meltwater takes the friction away: it may slide on another day."],
      };
    }
    const speedMs = Math.sqrt(2 * GRAVITY_MS2 * slideLengthM * (Math.sin(theta) - friction * Math.cos(theta)));
    const [across, down] = [speedMs * Math.cos(theta), speedMs * Math.sin(theta)];
    // The same root without the difference of two nearly equal numbers.
    const seconds = (2 * eavesHeightM) / (down + Math.sqrt(down ** 2 + 2 * GRAVITY_MS2 * eavesHeightM));
    const reachM = across * seconds;
    return {
      values: { speedMs, reachM },
      ok: null,
      reasons: [`It leaves the eaves at ${told(speedMs)} m/s and lands up to ${told(reachM)} m out`],
      cautions: [`Nobody and nothing within ${told(reachM)} m of the eaves, and room beyond: slabs break and roll.`],
    };
  },
});
