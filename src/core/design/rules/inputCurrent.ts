import { told } from "../../round";
import { moduleTypeOf, stringsOf } from "../../site/lookups";
import { atMost, type DesignLimit, type DesignRule } from "../rule";

/** Currents of a tracker's strings against what its input takes, where the site file tells that (`maxA`, `maxIscA` of a tracker). */
export const inputCurrent: DesignRule = {
  id: "input-current",
  title: "Current into an input",
  hold: ({ site }) =>
    site.inverters.flatMap((inverter) =>
      inverter.mppts.flatMap((mppt): DesignLimit[] => {
        const own = stringsOf(site, inverter.id);
        const strings = inverter.mppts.length === 1 ? own : own.filter((pvString) => pvString.mppt === mppt.id);
        if (strings.length === 0) return [];
        // Micro-inverters have an input for each module.
        const counted = inverter.kind === "micro" ? strings.slice(0, 1) : strings;
        const sum = (of: "impA" | "iscA") => counted.reduce((total, pvString) => total + moduleTypeOf(site, pvString)[of], 0);
        const about = { scope: inverter.id, unit: "A", source: "data sheet of the inverter; IEC 62548:2016, 7.2" };
        const limits: DesignLimit[] = [];
        if (typeof mppt.maxA === "number")
          limits.push(
            atMost("input-current", {
              concerns: "yield",
              ...{ ...about, value: sum("impA"), limit: mppt.maxA, against: `what input ${mppt.id} works with` },
              says: `Its strings work at ${told(sum("impA"))} A`,
              mend: "it cuts the best hours off: fewer strings on the input, or an input that takes more",
              formula: "Σ Imp of its strings ≤ maxA",
            }),
          );
        if (typeof mppt.maxIscA === "number")
          limits.push(
            atMost("input-short-circuit", {
              concerns: "safety",
              ...{ ...about, value: sum("iscA"), limit: mppt.maxIscA, against: `what input ${mppt.id} bears` },
              says: `Its strings give ${told(sum("iscA"))} A when shorted`,
              mend: "fewer strings on the input, or an inverter that bears more",
              formula: "Σ Isc of its strings ≤ maxIscA",
            }),
          );
        return limits;
      }),
    ),
};
