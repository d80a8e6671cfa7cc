import type { Comparison } from "../../comparison/compare";
import type { Signature, UnitState } from "../signature";

/**
 * An array that gives so much more than its papers in the light that was reported is rather in more light than that: nameplates and
 * models are true to some 2 % (IEC 61853, ordinary sorting), so this is beyond twice their spread.
 */
const LEAST_OVER = 0.045;
const MOST_WEIGHT = 6;

/**
 * `sensor-error`: every unit gives more than a healthy array could in the reported light. Light from a lux meter is told too loosely for that.
 * The other side, a sensor that says too much, looks like dirt, and isn't told from levels alone.
 */
export function detectSensorError({ weather }: Comparison, states: readonly UnitState[]): Signature[] {
  if (!weather.ghiWm2 && weather.poaWm2.size === 0) return [];
  const ratios = states.map(({ healthyRatio }) => healthyRatio);
  const least = Math.min(...ratios);
  if (!(least > 1 + LEAST_OVER)) return [];
  const factor = 1 / (ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length);
  return [
    {
      ...{ cause: "sensor-error", scope: "site", from: 0, to: null, lossKwh: 0 },
      evidence: [
        {
          text: `${states.length === 1 ? "The array gives" : "All inverters give"} ${((least - 1) * 100).toFixed(1)} % more than in the reported light a healthy array could`,
          weight: Math.min(MOST_WEIGHT, 2.6 + 60 * (least - 1 - LEAST_OVER)),
        },
      ],
      nextTest: "Glass and level of the sensor from the ground, then a second meter beside it at noon on a clear day",
      told: { factor: Math.round(factor * 1000) / 1000 },
    },
  ];
}
