import { told } from "../../round";
import { least0, percent, usually, wholeFrom1 } from "../amounts";
import { defineSum, over } from "../sum";

/** When an outlay has come back, and what it is worth today. */
export const payback = defineSum({
  kind: "payback",
  title: "Payback",
  shape: {
    cost: least0,
    gainKwhFirstYear: least0,
    valuePerKwh: least0,
    years: wholeFrom1,
    degradationPctPerYear: usually(percent, 0),
    upkeepPerYear: usually(least0, 0),
    discountPct: usually(percent, 0),
  },
  inputs: {
    cost: { label: "Outlay", unit: "money" },
    gainKwhFirstYear: { label: "Energy gained in the first year", unit: "kWh" },
    valuePerKwh: { label: "Value of a kilowatt hour", unit: "money/kWh" },
    years: { label: "Years that it lasts", unit: "years" },
    degradationPctPerYear: { label: "Gain less each year", unit: "%" },
    upkeepPerYear: { label: "Upkeep a year", unit: "money" },
    discountPct: { label: "Discount rate", unit: "%" },
  },
  outputs: { simpleYears: { label: "Paid back after", unit: "years" }, netPresentValue: { label: "Worth today", unit: "money" } },
  formula: "years = cost / (gain × value − upkeep); worth = Σ (gain × (1 − d)^(k − 1) × value − upkeep) / (1 + r)^k − cost",
  source: "Net present value with payments at the end of each year (Fisher 1930)",
  work({ cost, gainKwhFirstYear, valuePerKwh, years, degradationPctPerYear, upkeepPerYear, discountPct }) {
    const firstYear = gainKwhFirstYear * valuePerKwh - upkeepPerYear;
    const simpleYears = firstYear > 0 ? cost / firstYear : null;
    let worth = 0;
    let gain = gainKwhFirstYear * valuePerKwh;
    let discount = 1;
    for (let year = 1; year <= years; year++) {
      discount /= 1 + discountPct / 100;
      worth += (gain - upkeepPerYear) * discount;
      gain *= 1 - degradationPctPerYear / 100;
    }
    const ok = over(worth, cost);
    return {
      values: { simpleYears, netPresentValue: worth - cost },
      ok,
      reasons: [
        simpleYears === null ? "Upkeep takes the whole gain: it is never paid back" : `Paid back after ${told(simpleYears)} years`,
        `Over ${years} years it is worth ${told(worth - cost)} today: it ${ok ? "pays" : "doesn't pay"}`,
      ],
      cautions: [],
    };
  },
});
