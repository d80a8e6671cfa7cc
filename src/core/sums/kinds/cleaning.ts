import { told } from "../../round";
import { amount, least0, over0, percent, perhaps, usually } from "../amounts";
import { defineSum, over } from "../sum";

/** Whether to clean now, and how often cleaning costs least. */
export const cleaning = defineSum({
  kind: "cleaning",
  title: "Cleaning",
  shape: {
    soilingPctPerDay: amount({ from: 0, to: 100, open: "from" }),
    energyKwhPerDay: over0,
    valuePerKwh: over0,
    costPerCleaning: least0,
    dirtNowPct: usually(percent, 0),
    daysToRain: perhaps(least0),
  },
  inputs: {
    soilingPctPerDay: { label: "Soiling a day", unit: "%" },
    energyKwhPerDay: { label: "Energy a day when clean", unit: "kWh" },
    valuePerKwh: { label: "Value of a kilowatt hour", unit: "money/kWh" },
    costPerCleaning: { label: "One cleaning", unit: "money" },
    dirtNowPct: { label: "Lost to dirt now", unit: "%" },
    daysToRain: { label: "Days until rain washes it", unit: "days" },
  },
  outputs: { bestIntervalDays: { label: "Clean every", unit: "days" }, gainNow: { label: "Gain of cleaning now", unit: "money" } },
  formula: "interval = √(2 × cost / (rate × energy × value)); gain now = dirt × energy × value × days to rain",
  source: "Least of cost a day, C/T + s·E·v·T/2, set to zero by its derivative",
  work({ soilingPctPerDay, energyKwhPerDay, valuePerKwh, costPerCleaning, dirtNowPct, daysToRain }) {
    const lostADay = (soilingPctPerDay / 100) * energyKwhPerDay * valuePerKwh;
    const bestIntervalDays = Math.sqrt((2 * costPerCleaning) / lostADay);
    const gainNow = daysToRain === null ? null : (dirtNowPct / 100) * energyKwhPerDay * valuePerKwh * daysToRain;
    const ok = gainNow === null ? null : over(gainNow, costPerCleaning);
    return {
      values: { bestIntervalDays, gainNow },
      ok,
      reasons: [
        gainNow === null
          ? "When rain will wash it isn't known: whether it pays now can't be said"
          : ok
            ? `Cleaning now gains ${told(gainNow)} for ${told(costPerCleaning)}`
            : `Cleaning now gains ${told(gainNow)}, not more than the ${told(costPerCleaning)} that it costs: let the rain do it`,
        `Over the year every ${told(bestIntervalDays)} days costs least`,
      ],
      cautions: ["Cold water on hot glass can crack it: early or late in the day. From the ground, or anchored; wet glass is slippery."],
    };
  },
});
