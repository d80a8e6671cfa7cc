import { told } from "../../round";
import type { ReadingKind, ReadingOf } from "../verdict";
import { deviationPct } from "../verdict";

/** At the light of that second a sound string agrees to within this, %. Source: IEC 62446-1:2016, 6.5.3 and its note on comparing strings. */
const TOLERANCE_PCT = 5;
/** Under it sensor and spectrum leave more in doubt than the tolerance, W/m². Source: IEC 62446-1:2016, 6.5.3.2 asks for steady light; IEC 60904-1:2020 for the reach of linearity. */
const LEAST_WM2 = 400;
/** Nothing at all is told from something in much weaker light. */
const LEAST_FOR_NOTHING_WM2 = 100;
/** So little of the expected current is none. */
const NONE_SHARE = 0.05;

/** Short-circuit current of sound strings in parallel, A. Source: IEC 60891:2021, proportional to light, with the data sheet's coefficient. */
export function expectedIscA({ moduleType, parallel, irradianceWm2, cellTempC }: ReadingOf<"short-circuit-current">): number {
  return parallel * moduleType.iscA * (irradianceWm2 / 1000) * (1 + (moduleType.alphaIscPctPerC / 100) * (cellTempC - 25));
}

/** Short-circuit current against the data sheet at the light of that second. */
export const shortCircuitCurrent: ReadingKind<"short-circuit-current"> = {
  kind: "short-circuit-current",
  title: "Short-circuit current",
  bearsOn: ["string-open", "shading", "soiling", "snow", "degradation"],
  judge(reading) {
    const { measuredA, irradianceWm2, parallel } = reading;
    const expected = expectedIscA(reading);
    const off = expected > 0 ? deviationPct(measuredA, expected) : null;
    const base = {
      measured: { value: measuredA, unit: "A" },
      expected: { value: expected, unit: "A" },
      limit: { min: expected * (1 - TOLERANCE_PCT / 100), max: expected * (1 + TOLERANCE_PCT / 100), unit: "A" },
      deviationPct: off,
      cautions: ["Breaking a short circuit draws an arc: make and break it with a switch rated for that, never at a connector."],
      source: "IEC 62446-1:2016, 6.5.3; expected by IEC 60891:2021",
    };
    if (irradianceWm2 >= LEAST_FOR_NOTHING_WM2 && Math.abs(measuredA) < NONE_SHARE * expected)
      return { ...base, verdict: "fail", reasons: [`${told(measuredA)} A where ${told(expected)} A should flow: nothing comes`] };
    if (irradianceWm2 < LEAST_WM2) {
      return {
        ...base,
        verdict: "inconclusive",
        reasons: [
          `${told(irradianceWm2)} W/m² is too little light: measure again over ${LEAST_WM2} W/m², steady, with the sensor in the plane`,
        ],
      };
    }
    const reasons = [
      `${told(measuredA)} A is ${told(Math.abs(off as number))} % ${(off as number) < 0 ? "under" : "over"} the ${told(expected)} A at ${told(irradianceWm2)} W/m²`,
    ];
    if (Math.abs(off as number) <= TOLERANCE_PCT) return { ...base, verdict: "pass", reasons };
    const gone = openOf(measuredA, expected, parallel);
    if (gone > 0) reasons.push(`It is what ${parallel - gone} of ${parallel} strings in parallel give: look for ${gone} open`);
    if ((off as number) > 0) reasons.push("More than can be: the light was told too low, or the number of strings in parallel is wrong");
    return { ...base, verdict: "fail", reasons };
  },
  speaks({ measuredA, parallel }, { verdict, expected }) {
    const whole = (expected as { value: number }).value;
    if (verdict === "inconclusive") return [];
    if (verdict === "pass") {
      return [
        // A string that carries its full current isn't open.
        { cause: "string-open", weight: -5.5 },
        // Nothing lies on the glass then that would take more than the tolerance.
        { cause: "soiling", weight: -0.8 },
        { cause: "snow", weight: -1.5 },
        { cause: "shading", weight: -0.3 },
        { cause: "degradation", weight: -0.5 },
      ];
    }
    if (Math.abs(measuredA) < NONE_SHARE * whole) return [{ cause: "string-open", weight: 4.5 }];
    if (measuredA > whole) return [];
    if (openOf(measuredA, whole, parallel) > 0) return [{ cause: "string-open", weight: 3.5 }];
    return [
      // It carries current: a lone string isn't open. What is missing is light, or cells' strength.
      { cause: "string-open", weight: -3 },
      { cause: "soiling", weight: 1 },
      { cause: "shading", weight: 1 },
      { cause: "snow", weight: 0.8 },
      { cause: "degradation", weight: 0.6 },
    ];
  },
};

/** How many of several strings in parallel give nothing, by the current that is left; 0 where it fits no whole number of them. */
function openOf(measuredA: number, expectedA: number, parallel: number): number {
  const missing = parallel * (1 - measuredA / expectedA);
  const whole = Math.round(missing);
  return whole >= 1 &&
    whole <= parallel &&
    Math.abs(missing - whole) <= (parallel * TOLERANCE_PCT) / 100 &&
    Math.abs(missing - whole) < 0.35
    ? whole
    : 0;
}
