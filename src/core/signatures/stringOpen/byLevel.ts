import type { Comparison } from "../../comparison/compare";
import { partTotals } from "../../comparison/dayTotals";
import type { Unit } from "../../comparison/unit";
import { DAY_MS } from "../../constants";
import type { SnowChance } from "../../losses/snowCover";
import { type DayStates, findDayStates, type StringState } from "../dayStates";
import { intervalKwh, type UnitState } from "../signature";

/** With more strings than this the level can't tell one dead string from ordinary spread. */
const MOST_STRINGS_BY_LEVEL = 10;
/** Two cut off at once are only looked for among few strings. */
const MOST_STRINGS_FOR_PAIRS = 5;

/** Sets of strings to try, one for each kind that the level can tell apart: alike strings stand for each other. */
export function candidateCuts(unit: Unit): ReadonlySet<string>[] {
  const alike = (id: string) => {
    const pvString = unit.strings.find((entry) => entry.id === id);
    return pvString ? `${pvString.inverter}|${pvString.plane}|${pvString.moduleType}|${pvString.modules}` : id;
  };
  const cuts: ReadonlySet<string>[] = [];
  const known = new Set<string>();
  const add = (ids: string[]) => {
    const kind = ids.map(alike).sort().join(" + ");
    if (ids.length < unit.strings.length && !known.has(kind)) cuts.push(new Set(ids));
    known.add(kind);
  };
  if (unit.strings.length > MOST_STRINGS_BY_LEVEL) return [];
  for (const { id } of unit.strings) add([id]);
  if (unit.strings.length <= MOST_STRINGS_FOR_PAIRS) {
    unit.strings.forEach((a, k) => {
      for (const b of unit.strings.slice(k + 1)) add([a.id, b.id]);
    });
  }
  return cuts;
}

/**
 * Day by day, which strings must be cut off for the unit's output to be what it is, and whether snow lies.
 * @param byCurrent true where string currents have told already which strings are cut off: then only snow is looked for
 */
export function stateByDay(
  comparison: Comparison,
  state: UnitState,
  snow: SnowChance,
  byCurrent: boolean,
): DayStates & { cuts: ReadonlySet<string>[]; yieldKwhPerKwp: Float64Array } {
  const { days, grid } = comparison;
  const { unit } = state;
  const noon = solarNoonMinute(comparison);
  const usable = usableForLevel(state);
  const cuts = [new Set<string>(), ...(byCurrent ? [] : candidateCuts(unit))];
  const states: StringState[] = cuts.map((cut) => ({
    cut,
    predicted: partTotals(cut.size === 0 ? state.aliveW : unit.withoutStrings(cut), usable, days, noon),
  }));
  const rows = days.days.length;
  const yieldKwhPerKwp = new Float64Array(rows);
  const noonElevationDeg = new Float64Array(rows);
  const snowPossible = new Uint8Array(rows);
  const snowFresh = new Uint8Array(rows);
  for (let row = 0; row < rows; row++) {
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      if (usable[i]) yieldKwhPerKwp[row] += intervalKwh(unit.expectedW[i], grid.stepMs) / (unit.nameplateW / 1000);
      if (comparison.expected.sun.litShare[i] === 0) continue;
      noonElevationDeg[row] = Math.max(noonElevationDeg[row], 90 - comparison.expected.sun.zenithDeg[i]);
      snowPossible[row] |= snow.possible[i];
      snowFresh[row] |= snow.fresh[i];
    }
  }
  const found = findDayStates({
    states,
    measured: partTotals(unit.measuredW, usable, days, noon),
    yieldKwhPerKwp,
    noonElevationDeg,
    snowPossible,
    snowFresh,
  });
  return { ...found, cuts, yieldKwhPerKwp };
}

/** Intervals whose level means something: comparable, not explained yet, and with light well over the start. */
export function usableForLevel(state: UnitState): Uint8Array {
  const { unit, unusable, claimed } = state;
  const startW = unit.inverters.reduce((sum, inverter) => sum + inverter.startW, 0);
  const least = Math.max(0.03 * unit.acRatedW, 3 * startW);
  return unusable.map((mark, i) => (mark === 0 && !claimed[i] && unit.expectedW[i] >= least ? 1 : 0));
}

/** Clock time of the sun's highest stand at the site, minutes after local midnight, to half an hour. */
function solarNoonMinute({ expected, days, grid }: Comparison): number {
  let best = 720;
  let lowest = 180;
  const look = Math.min(grid.count, Math.ceil(DAY_MS / grid.stepMs));
  for (let i = 0; i < look; i++) {
    if (expected.sun.zenithDeg[i] >= lowest) continue;
    lowest = expected.sun.zenithDeg[i];
    best = days.minuteOfDay[i];
  }
  return best;
}
