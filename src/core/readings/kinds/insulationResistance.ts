import { told } from "../../round";
import type { Judgement, ReadingKind, ReadingOf } from "../verdict";

/** Test voltage and least resistance by the system's voltage. Source: IEC 62446-1:2016, table 1. */
const CLASSES = [
  { belowV: 120, inclusive: false, testV: 250, leastMohm: 0.5 },
  { belowV: 500, inclusive: true, testV: 500, leastMohm: 1 },
  { belowV: Number.POSITIVE_INFINITY, inclusive: true, testV: 1000, leastMohm: 1 },
] as const;
/** Where a surge protector can't be taken out, the test may go down to this, and 1 MΩ has to be reached. Source: IEC 60364-6:2016, 6.4.3.3. */
const REDUCED = { testV: 250, leastMohm: 1 } as const;

type Insulation = ReadingOf<"insulation-resistance">;

/** Insulation of an array against earth. */
export const insulationResistance: ReadingKind<"insulation-resistance"> = {
  kind: "insulation-resistance",
  title: "Insulation resistance",
  bearsOn: ["wet-insulation-trip", "inverter-outage"],
  judge: judgeInsulation,
  speaks({ moisture }, { verdict }) {
    if (verdict === "inconclusive") return [];
    if (verdict === "fail") {
      return [
        // A leak that an inverter trips at; found wet it is the very thing, found dry it is there in any weather and then also when wet.
        { cause: "wet-insulation-trip", weight: moisture === "wet" || moisture === "damp" ? 3.5 : 2 },
        { cause: "inverter-outage", weight: 0.8 },
      ];
    }
    // A leak that comes with moisture hides when dry; sound while wet, it is acquitted.
    const acquits = moisture === "wet" ? -4 : moisture === "damp" ? -1.5 : -0.3;
    return [{ cause: "wet-insulation-trip", weight: acquits }];
  },
  danger({ moisture }, { verdict, reasons }) {
    if (verdict !== "fail" || moisture === "wet" || moisture === "damp") return null;
    return {
      why: `Insulation against earth has failed with the array dry: ${reasons[0]}`,
      do: "Treat frames, rails and earthed metal as live. Keep people off, isolate, find the leak before the array is used again; local rules say who may",
    };
  },
};

function judgeInsulation(reading: Insulation): Judgement {
  const { systemVocV, testVoltageV, measuredMohm, surgeProtector, surgeProtectorRatedV, moisture } = reading;
  const wanted = CLASSES.find(({ belowV, inclusive }) => systemVocV < belowV || (inclusive && systemVocV === belowV)) ?? CLASSES[2];
  const protectedBelow = surgeProtector === "in" && surgeProtectorRatedV !== undefined && testVoltageV <= surgeProtectorRatedV;
  const clamped = surgeProtector === "in" && !protectedBelow;
  const reduced = protectedBelow && testVoltageV < wanted.testV && testVoltageV >= REDUCED.testV;
  const leastMohm = reduced ? REDUCED.leastMohm : wanted.leastMohm;
  const base = {
    measured: { value: measuredMohm, unit: "MΩ" },
    expected: null,
    limit: { min: leastMohm, unit: "MΩ" },
    deviationPct: null,
    cautions: [
      "The test puts its voltage on everything joined: clear people, barriers up, discharge afterwards.",
      "Only a tester that tolerates the voltage of the array under daylight.",
      ...(moisture === undefined || moisture === "dry"
        ? ["A leak that comes with moisture doesn't show in a dry array: test again when it is wet."]
        : []),
    ],
    source: reduced ? "IEC 60364-6:2016, 6.4.3.3 (surge protector left in)" : "IEC 62446-1:2016, 6.7 and table 1",
  };
  const reads = `${told(measuredMohm)} MΩ at ${told(testVoltageV)} V`;
  if (clamped) {
    const rating = surgeProtectorRatedV === undefined ? "whose rating isn't told" : `rated ${told(surgeProtectorRatedV)} V`;
    return {
      ...base,
      verdict: "inconclusive",
      reasons: [
        `A surge protector ${rating} was in circuit and clamps under ${told(testVoltageV)} V: take it out, or test below its rating and say so`,
      ],
    };
  }
  if (testVoltageV < wanted.testV && !reduced) {
    // Insulation only gets worse with voltage: what fails at a lower one fails.
    if (measuredMohm < leastMohm)
      return {
        ...base,
        verdict: "fail",
        reasons: [`${reads} is under ${told(leastMohm)} MΩ, and the right ${wanted.testV} V would read no more`],
      };
    return {
      ...base,
      verdict: "inconclusive",
      reasons: [`${told(testVoltageV)} V is the wrong test voltage for a system of ${told(systemVocV)} V: test with ${wanted.testV} V`],
    };
  }
  if (measuredMohm >= leastMohm) return { ...base, verdict: "pass", reasons: [`${reads} is at least ${told(leastMohm)} MΩ`] };
  if (testVoltageV > wanted.testV)
    return {
      ...base,
      verdict: "inconclusive",
      reasons: [`${told(testVoltageV)} V is more than the ${wanted.testV} V for a system of ${told(systemVocV)} V: test again with that`],
    };
  return { ...base, verdict: "fail", reasons: [`${reads} is under ${told(leastMohm)} MΩ`] };
}
