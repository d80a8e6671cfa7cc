import type { Comparison } from "../../comparison/compare";
import type { Axis } from "../../fit/axis";
import type { Layer } from "../../fit/layers";
import { floats } from "../../series/floats";
import type { UnitState } from "../../signatures/signature";

/** State of charge that counts as full, and the shortfall that then isn't noise. */
const FULL_PCT = 97;
const LEAST_SHORTFALL = 0.1;

/** Intervals in which a battery that stands alone is full and the array gives less than it could: 1 there; null where nothing can hold it back. */
export function fullBattery(comparison: Comparison, states: readonly Pick<UnitState, "unit" | "unusable">[]): Uint8Array | null {
  const { site, batteryPct, grid } = comparison;
  if (!site.battery || site.battery.gridTied || !batteryPct) return null;
  const held = new Uint8Array(grid.count);
  for (let i = 0; i < held.length; i++) {
    if (!(batteryPct[i] >= FULL_PCT) || states.some(({ unusable }) => unusable[i] !== 0)) continue;
    let [measured, may] = [0, 0];
    for (const { unit } of states) {
      measured += unit.measuredW[i];
      may += unit.expectedW[i];
    }
    if (measured < (1 - LEAST_SHORTFALL) * may) held[i] = 1;
  }
  return held;
}

/** The export limit as a cap on each unit, by its part of what all could give. */
export function exportCaps({ units, comparison, count }: Axis): Layer[] {
  const limitW = comparison.site.exportLimitW;
  if (limitW === null || limitW === undefined) return [];
  return units.map(({ unlimitedW }, unit) => ({
    ...{ unit, stage: "limit", strings: null },
    values: floats(count, (p) => {
      const all = units.reduce((sum, one) => sum + Math.min(one.ratedW, one.unlimitedW[p]), 0);
      return all > 0 ? (limitW * Math.min(units[unit].ratedW, unlimitedW[p])) / all : limitW;
    }),
  }));
}
