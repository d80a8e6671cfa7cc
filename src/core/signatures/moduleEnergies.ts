import type { Comparison } from "../comparison/compare";
import { HOUR_MS } from "../constants";
import { moduleTypeOf } from "../site/lookups";
import { moduleScope } from "../site/places";
import type { PvString } from "../site/siteSchema";

/** A module's energy among its string's, Wh an interval. */
export interface ModuleEnergy {
  /** Place in the string, from 1. */
  place: number;
  wh: Float64Array;
}

/** Energies of a string's single modules, where they are told. */
export function moduleEnergies({ production }: Comparison, pvString: PvString): ModuleEnergy[] {
  return Array.from({ length: pvString.modules }, (_, k) => k + 1).flatMap((place) => {
    const wh = production.channels.get(`${moduleScope(pvString.id, place)}.wh`);
    return wh ? [{ place, wh }] : [];
  });
}

/** What a module would give in an interval at its rating, Wh. */
export function ratedWh({ site, grid }: Comparison, pvString: PvString): number {
  return (moduleTypeOf(site, pvString).pmaxW * grid.stepMs) / HOUR_MS;
}

/** The middle module's energy, interval by interval: few faults touch it. NaN where none is told. */
export function middleEnergy(modules: readonly ModuleEnergy[]): Float64Array {
  return modules[0].wh.map((_, i) => {
    const values = modules.map(({ wh }) => wh[i]).filter((value) => !Number.isNaN(value));
    return values.length === 0 ? Number.NaN : values.sort((a, b) => a - b)[values.length >> 1];
  });
}
