import { z } from "zod";
import { told } from "../../round";
import { amount, over0, perhaps, tempC } from "../amounts";
import { defineSum } from "../sum";

/** Linear expansion, 1/K: handbook values for unplasticised PVC, aluminium, copper and carbon steel at room temperature. */
const ALPHA_PER_K = { pvc: 61e-6, aluminium: 23e-6, copper: 17e-6, steel: 12e-6 } as const;

/** How much a conduit or a rail grows and shrinks over the year. */
export const thermalExpansion = defineSum({
  kind: "thermal-expansion",
  title: "Expansion by heat",
  shape: {
    material: perhaps(z.enum(["pvc", "aluminium", "copper", "steel"])),
    alphaPerK: perhaps(amount({ from: 0, to: 0.001 })),
    lengthM: over0,
    installedC: tempC,
    minC: tempC,
    maxC: tempC,
  },
  rules: [
    {
      key: "material",
      expected: '"pvc" or "aluminium" or "copper" or "steel", or alphaPerK instead',
      holds: ({ material, alphaPerK }) => material !== null || alphaPerK !== null,
    },
    { key: "maxC", expected: "a number over minC", holds: ({ minC, maxC }) => maxC > minC },
  ],
  inputs: {
    material: { label: "Material", unit: "", choices: Object.keys(ALPHA_PER_K) },
    alphaPerK: { label: "Coefficient, where the maker gives one", unit: "1/K" },
    lengthM: { label: "Length as installed", unit: "m" },
    installedC: { label: "Temperature when installed", unit: "°C" },
    minC: { label: "Coldest", unit: "°C" },
    maxC: { label: "Hottest", unit: "°C" },
  },
  outputs: {
    growthMm: { label: "Grows by", unit: "mm" },
    shrinkMm: { label: "Shrinks by", unit: "mm" },
    rangeMm: { label: "Whole way", unit: "mm" },
  },
  formula: "way = α × length × difference of temperature",
  source: "Linear thermal expansion; handbook coefficients, 1e-6/K: PVC 61, aluminium 23, copper 17, steel 12",
  work({ material, alphaPerK, lengthM, installedC, minC, maxC }) {
    const alpha = alphaPerK ?? ALPHA_PER_K[material as keyof typeof ALPHA_PER_K];
    const wayMm = (kelvin: number) => alpha * lengthM * 1000 * kelvin;
    const growthMm = Math.max(0, wayMm(maxC - installedC));
    const shrinkMm = Math.max(0, wayMm(installedC - minC));
    const rangeMm = wayMm(maxC - minC);
    const outside = installedC < minC || installedC > maxC;
    return {
      values: { growthMm, shrinkMm, rangeMm },
      ok: null,
      reasons: [
        `It grows by ${told(growthMm)} mm and shrinks by ${told(shrinkMm)} mm from its length as installed; a fitting for expansion has to take ${told(rangeMm)} mm`,
        ...(outside ? ["It was installed outside the temperatures that it will see"] : []),
      ],
      cautions: [],
    };
  },
});
