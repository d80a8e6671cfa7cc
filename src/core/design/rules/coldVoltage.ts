import { openCircuitV } from "../../electrical/openCircuit";
import { told } from "../../round";
import { moduleTypeOf } from "../../site/lookups";
import { atMost, type DesignRule } from "../rule";

/** Voltage of a string (of a module at its micro-inverter) on the coldest bright morning, against what inverter and modules bear. */
export const coldVoltage: DesignRule = {
  id: "cold-voltage",
  title: "Voltage on the coldest morning",
  hold: ({ site, temps }) =>
    site.strings.flatMap((pvString) => {
      const inverter = site.inverters.find(({ id }) => id === pvString.inverter);
      // Converters on the modules hold a string's voltage whatever the cold does.
      if (!inverter || inverter.kind === "optimizer") return [];
      const type = moduleTypeOf(site, pvString);
      const modules = inverter.kind === "micro" ? 1 : pvString.modules;
      const value = openCircuitV(type, modules, temps.minC);
      const bounds = [
        { volts: inverter.maxDcV, of: `the limit of inverter ${inverter.id}` },
        { volts: type.maxSystemV, of: "the modules' system voltage" },
      ].flatMap(({ volts, of }) => (volts === undefined ? [] : [{ volts, of }]));
      if (bounds.length === 0) return [];
      const least = bounds.reduce((a, b) => (b.volts < a.volts ? b : a));
      const note = temps.note.includes("coldest") ? " (coldest air estimated from latitude and height)" : "";
      return [
        atMost("cold-voltage", {
          concerns: "safety",
          ...{ scope: pvString.id, value, limit: least.volts, unit: "V", against: least.of },
          says: `${modules} ${modules === 1 ? "module makes" : "modules make"} ${told(value)} V at ${told(temps.minC)} °C${note}`,
          mend: `at most ${Math.floor(least.volts / (value / modules))} modules in a string; over it an inverter is destroyed at the first cold dawn`,
          formula: "modules × Voc × (1 + β · (T_min − 25 °C)) ≤ least of maxDcV and maxSystemV",
          source: "IEC 62548:2016, 7.2; temperature by the data sheet's coefficient",
        }),
      ];
    }),
};
