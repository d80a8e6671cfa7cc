import { z } from "zod";
import { told } from "../../round";
import { least0, share, usually } from "../amounts";
import { defineSum, over } from "../sum";

/** What can hurt whoever clears, or whoever is below. The first three forbid it whatever the sum. */
const HAZARDS = {
  ladder: { word: "from a ladder", vetoes: true },
  roof: { word: "from the roof", vetoes: true },
  "overhead-line": { word: "near an overhead line", vetoes: true },
  "walkway-below": { word: "Snow comes down on a way that people use: close it first", vetoes: false },
  "ice-sheet": { word: "A sheet of ice falls whole and shoves the pole back: stand aside, never below", vetoes: false },
  alone: { word: "Nobody is there if something happens: don't clear alone", vetoes: false },
} as const;
type Hazard = keyof typeof HAZARDS;

const day = z.looseObject({ expectedKwh: least0, coveredIfLeft: share, coveredIfCleared: share });

/** Whether clearing snow is worth the time, and whether it may be done at all. */
export const snowClearing = defineSum({
  kind: "snow-clearing",
  title: "Clearing snow",
  shape: {
    days: z.array(day).max(400),
    valuePerKwh: least0,
    minutes: least0,
    hourlyRate: usually(least0, 0),
    hazards: z.array(z.enum(Object.keys(HAZARDS) as [Hazard, ...Hazard[]])).max(100),
  },
  inputs: {
    days: {
      ...{ label: "Days until it would clear by itself", unit: "" },
      rows: [
        { key: "expectedKwh", label: "kWh without snow" },
        { key: "coveredIfLeft", label: "share covered if left (0 to 1)" },
        { key: "coveredIfCleared", label: "share covered if cleared" },
      ],
    },
    valuePerKwh: { label: "Value of a kilowatt hour", unit: "money/kWh" },
    minutes: { label: "Time that it takes", unit: "min" },
    hourlyRate: { label: "An hour's work", unit: "money/h" },
    hazards: { label: "What can hurt someone", unit: "", choices: Object.keys(HAZARDS), many: true },
  },
  outputs: {
    gainKwh: { label: "Energy gained", unit: "kWh" },
    gainMoney: { label: "Its value", unit: "money" },
    cost: { label: "Time", unit: "money" },
    net: { label: "What is left", unit: "money" },
  },
  formula: "gain = Σ expected × (covered if left − covered if cleared); net = gain × value − time × rate",
  source: "Covered shares by the forecast as given; no energy is worth a fall: a ladder, a roof or an overhead line forbids it",
  work({ days, valuePerKwh, minutes, hourlyRate, hazards }) {
    const gainKwh = days.reduce((sum, { expectedKwh, coveredIfLeft, coveredIfCleared }) => {
      return sum + expectedKwh * (coveredIfLeft - coveredIfCleared);
    }, 0);
    const gainMoney = gainKwh * valuePerKwh;
    const cost = (minutes / 60) * hourlyRate;
    const there = [...new Set(hazards)];
    const vetoes = there.filter((hazard) => HAZARDS[hazard].vetoes);
    const pays = over(gainMoney, cost);
    return {
      values: { gainKwh, gainMoney, cost, net: gainMoney - cost },
      ok: pays && vetoes.length === 0,
      reasons: [
        `${told(gainKwh)} kWh are gained, worth ${told(gainMoney)}, for time worth ${told(cost)}: it ${pays ? "pays" : "doesn't pay"}`,
        ...vetoes.map((hazard) => `Not ${HAZARDS[hazard].word} (${hazard}), whatever the sum`),
      ],
      cautions: there.filter((hazard) => !HAZARDS[hazard].vetoes).map((hazard) => `${HAZARDS[hazard].word} (${hazard})`),
    };
  },
});
