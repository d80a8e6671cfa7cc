import { told } from "../../round";
import { least0, over0, percent, wholeFrom1 } from "../amounts";
import { defineSum, within } from "../sum";

/** Flashed mounts against the leak that they keep out. */
export const mounts = defineSum({
  kind: "mounts",
  title: "Mounts against a leak",
  shape: {
    count: wholeFrom1,
    unitPrice: least0,
    hoursEach: least0,
    hourlyRate: least0,
    leakDamage: over0,
    leakChancePct: percent,
  },
  inputs: {
    count: { label: "Mounts", unit: "" },
    unitPrice: { label: "Price of one", unit: "money" },
    hoursEach: { label: "Hours for one", unit: "h" },
    hourlyRate: { label: "An hour's work", unit: "money/h" },
    leakDamage: { label: "Damage of a leak", unit: "money" },
    leakChancePct: { label: "Chance of a leak over the array's life", unit: "%" },
  },
  outputs: {
    cost: { label: "All mounts", unit: "money" },
    expectedDamage: { label: "Damage to be expected", unit: "money" },
    breakEvenChancePct: { label: "Chance at which both are even", unit: "%" },
  },
  formula: "cost = count × (price + hours × rate); expected damage = damage × chance; even at cost / damage",
  source: "Expected value; count, prices and chance as given",
  work({ count, unitPrice, hoursEach, hourlyRate, leakDamage, leakChancePct }) {
    const cost = count * (unitPrice + hoursEach * hourlyRate);
    const expectedDamage = (leakDamage * leakChancePct) / 100;
    const breakEvenChancePct = (100 * cost) / leakDamage;
    const ok = within(cost, expectedDamage);
    return {
      values: { cost, expectedDamage, breakEvenChancePct },
      ok,
      reasons: [
        ok
          ? `A chance of ${told(leakChancePct)} % makes the leak dearer than all mounts (even at ${told(breakEvenChancePct)} %)`
          : `Only from a chance of ${told(breakEvenChancePct)} % on would the mounts be cheaper than the leak`,
      ],
      cautions: [],
    };
  },
});
