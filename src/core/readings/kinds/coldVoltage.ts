import { openCircuitV } from "../../electrical/openCircuit";
import { told } from "../../round";
import type { ReadingKind } from "../verdict";
import { deviationPct } from "../verdict";

/** Whether a string's voltage on the coldest bright morning stays under what the inverter bears. */
export const coldVoltage: ReadingKind<"cold-voltage"> = {
  kind: "cold-voltage",
  title: "Voltage on the coldest morning",
  bearsOn: [],
  judge({ moduleType, modules, minTempC, inverterMaxV }) {
    const value = openCircuitV(moduleType, modules, minTempC);
    const mostV = Math.min(inverterMaxV, moduleType.maxSystemV ?? Number.POSITIVE_INFINITY);
    const by = mostV < inverterMaxV ? "the module's system voltage" : "the inverter's limit";
    return {
      verdict: value <= mostV ? "pass" : "fail",
      measured: { value, unit: "V" },
      expected: null,
      limit: { max: mostV, unit: "V" },
      deviationPct: deviationPct(value, mostV),
      reasons: [
        `${modules} modules make ${told(value)} V at ${told(minTempC)} °C, ${value <= mostV ? "not over" : "over"} ${by} of ${told(mostV)} V`,
      ],
      cautions: value <= mostV ? [] : ["Over its limit an inverter is destroyed at the first cold dawn: don't connect the string."],
      source: "IEC 62548:2016, 7.2; temperature by the data sheet's coefficient",
    };
  },
};
