import { told } from "../../round";
import type { ReadingKind } from "../verdict";

/** So much of the string's voltage has to stand against earth before anything is joined to it there. */
const LEAST_SHARE = 0.1;
/** With less of it the leak is high-ohmic, or the meter itself pulls: the place is rough. */
const CLEAR_SHARE = 0.8;

/**
 * After which module of a string a conductor touches earth: poles stand against earth as the modules on either side of the leak.
 * Source: a divider of equal modules; IEC 62446-1:2016, 6.7 for the test that finds the fault first.
 */
export const earthFaultPosition: ReadingKind<"earth-fault-position"> = {
  kind: "earth-fault-position",
  title: "Voltage of the poles against earth",
  bearsOn: ["wet-insulation-trip"],
  judge({ modules, vocV, positiveToEarthV, negativeToEarthV }) {
    const [above, below] = [positiveToEarthV, -negativeToEarthV];
    const share = (Math.abs(above) + Math.abs(below)) / vocV;
    const base = {
      measured: { value: negativeToEarthV, unit: "V" },
      expected: null,
      limit: null,
      deviationPct: null,
      cautions: [
        "One pole may stand at full voltage against earth, and metal with it: insulated gloves, one hand, nobody touches the rails.",
      ],
      source: "Voltages of equal modules in series divide in proportion; IEC 62446-1:2016, 6.7",
    };
    if (share < LEAST_SHARE)
      return { ...base, verdict: "pass", reasons: [`Both poles stand within ${told(share * vocV)} V of earth: nothing is joined to it`] };
    const slack = 0.02 * vocV;
    if (above < -slack || below < -slack) {
      return {
        ...base,
        verdict: "inconclusive",
        reasons: ["Both poles lie on one side of earth, which one leak can't make: check the leads, and that no other string is joined"],
      };
    }
    const position = (modules * Math.max(0, below)) / (Math.max(0, above) + Math.max(0, below));
    const reasons = [
      `The leak lies ${told(position)} modules from the negative end: look between modules ${Math.floor(position)} and ${Math.ceil(position + 1e-9)}`,
    ];
    if (share < CLEAR_SHARE)
      reasons.push(`Only ${told(100 * share)} % of the voltage stands against earth: the leak is high-ohmic and its place rough`);
    return { ...base, verdict: "fail", expected: { value: position, unit: "modules" }, reasons };
  },
  speaks(_, { verdict }) {
    if (verdict === "inconclusive") return [];
    // A leak to earth is what trips an inverter that watches its insulation.
    return [{ cause: "wet-insulation-trip", weight: verdict === "fail" ? 2 : -0.5 }];
  },
};
