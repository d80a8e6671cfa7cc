import type { Comparison } from "../../comparison/compare";
import { HOUR_MS, WATT_MS_PER_KWH } from "../../constants";
import { middleEnergy, moduleEnergies, ratedWh } from "../../signatures/moduleEnergies";
import type { Signature, UnitState } from "../../signatures/signature";
import { moduleScope } from "../../site/places";
import type { PvString } from "../../site/siteSchema";

/** Of what its neighbours give: less is nothing. A shaded or dirty module gives more than that from the open sky alone. */
const NOTHING_SHARE = 0.02;
/** Neighbours that give so much of a module's rating say that there is light. */
const LIGHT_SHARE = 0.05;
/** Of light: shorter silences are a lost message. */
const LEAST_LIT_MS = 10 * HOUR_MS;

/**
 * `module-converter-failed`: one module gives nothing in light in which the middle one of its string gives as always, from an interval on.
 * Needs the energies of single modules.
 */
export function detectModuleConverterFailed(comparison: Comparison, { unit }: UnitState): Signature[] {
  return unit.strings.flatMap((pvString) => {
    const modules = moduleEnergies(comparison, pvString);
    if (modules.length < 3) return [];
    const middle = middleEnergy(modules);
    return modules.flatMap(({ place, wh }) => {
      const signature = silence(comparison, moduleScope(pvString.id, place), wh, middle, ratedWh(comparison, pvString));
      if (!signature) return [];
      return [{ ...signature, lossKwh: signature.lossKwh * acShare(unit.measuredW, comparison, unit.strings) }];
    });
  });
}

function silence({ grid }: Comparison, scope: string, wh: Float64Array, middle: Float64Array, ratedWh: number): Signature | null {
  let [from, lit, lossWh] = [-1, 0, 0];
  let longest: { from: number; to: number; lit: number; lossWh: number } | null = null;
  for (let i = 0; i <= grid.count; i++) {
    const there = i < grid.count && middle[i] > LIGHT_SHARE * ratedWh;
    const silent = there && wh[i] <= NOTHING_SHARE * middle[i];
    if (silent) {
      if (from < 0) from = i;
      lit++;
      lossWh += middle[i] - wh[i];
    }
    if (from >= 0 && ((there && !silent && !Number.isNaN(wh[i])) || i === grid.count)) {
      if (!longest || lit > longest.lit) longest = { from, to: i, lit, lossWh };
      [from, lit, lossWh] = [-1, 0, 0];
    }
  }
  if (!longest || longest.lit * grid.stepMs < LEAST_LIT_MS) return null;
  const hours = (longest.lit * grid.stepMs) / HOUR_MS;
  return {
    ...{ cause: "module-converter-failed", scope, from: longest.from, to: longest.to >= grid.count ? null : longest.to },
    lossKwh: longest.lossWh / 1000,
    evidence: [
      {
        text: `${scope} gave nothing for ${hours.toFixed(0)} hours of light in which its neighbours gave as always`,
        weight: Math.min(7, 4 + hours / 40),
      },
    ],
    nextTest: `Indicator of the converter at ${scope}, and whether its neighbours still hear it`,
  };
}

/** AC energy over that of the modules. */
function acShare(measuredW: Float64Array, { grid, production }: Comparison, strings: readonly PvString[]): number {
  let [ac, modules] = [0, 0];
  const all = strings.flatMap((pvString) =>
    Array.from({ length: pvString.modules }, (_, k) => production.channels.get(`${moduleScope(pvString.id, k + 1)}.wh`)),
  );
  for (let i = 0; i < grid.count; i++) {
    if (!(measuredW[i] > 0) || all.some((wh) => !wh || Number.isNaN(wh[i]))) continue;
    ac += (measuredW[i] * grid.stepMs) / WATT_MS_PER_KWH;
    for (const wh of all) modules += (wh as Float64Array)[i] / 1000;
  }
  return modules > 0 ? Math.min(1, ac / modules) : 1;
}
