import { told } from "../../round";
import { least0, over0, usually } from "../amounts";
import { defineSum, GRAVITY_MS2, within } from "../sum";

/** Whether ballast holds an array against lifting and sliding. */
export const windBallast = defineSum({
  kind: "wind-ballast",
  title: "Ballast against wind",
  shape: {
    areaM2: over0,
    windMs: least0,
    airDensity: usually(over0, 1.225),
    upliftCoefficient: least0,
    dragCoefficient: least0,
    deadKg: least0,
    ballastKg: least0,
    friction: usually(over0, 0.4),
    safety: usually(least0, 1.5),
  },
  inputs: {
    areaM2: { label: "Area of all modules", unit: "m²" },
    windMs: { label: "Gust at the height of the array", unit: "m/s" },
    airDensity: { label: "Density of air", unit: "kg/m³" },
    upliftCoefficient: { label: "Uplift coefficient", unit: "" },
    dragCoefficient: { label: "Drag coefficient", unit: "" },
    deadKg: { label: "Modules and frames", unit: "kg" },
    ballastKg: { label: "Ballast", unit: "kg" },
    friction: { label: "Friction on the roof", unit: "" },
    safety: { label: "Safety factor", unit: "" },
  },
  outputs: {
    pressurePa: { label: "Dynamic pressure", unit: "Pa" },
    upliftN: { label: "Uplift", unit: "N" },
    dragN: { label: "Drag", unit: "N" },
    neededKg: { label: "Ballast needed", unit: "kg" },
    shortKg: { label: "Short of", unit: "kg" },
  },
  formula: "q = ½ρv²; needed = max(s × uplift / g, s × (uplift + drag / μ) / g) − dead",
  source:
    "Bernoulli's dynamic pressure; balance of lifting and of sliding by Coulomb friction; coefficients from the maker's wind-tunnel test",
  work({ areaM2, windMs, airDensity, upliftCoefficient, dragCoefficient, deadKg, ballastKg, friction, safety }) {
    const pressurePa = 0.5 * airDensity * windMs ** 2;
    const upliftN = pressurePa * areaM2 * upliftCoefficient;
    const dragN = pressurePa * areaM2 * dragCoefficient;
    const lifting = (safety * upliftN) / GRAVITY_MS2 - deadKg;
    const sliding = (safety * (upliftN + dragN / friction)) / GRAVITY_MS2 - deadKg;
    const neededKg = Math.max(lifting, sliding, 0);
    const ok = within(neededKg, ballastKg) || within(neededKg - ballastKg, 0);
    const shortKg = ok ? 0 : neededKg - ballastKg;
    const first = sliding > lifting ? "it slides before it lifts" : "it lifts before it slides";
    return {
      values: { pressurePa, upliftN, dragN, neededKg, shortKg },
      ok,
      reasons: [
        ok
          ? `${told(ballastKg)} kg are not under the ${told(neededKg)} kg that are needed`
          : `${told(shortKg)} kg are missing of ${told(neededKg)} kg; ${first}`,
      ],
      cautions: ["A first look only: an engineer signs for wind and for what the roof bears."],
    };
  },
});
