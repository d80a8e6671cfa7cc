import type { Comparison } from "../../comparison/compare";
import { HOUR_MS } from "../../constants";
import type { SnowChance } from "../../losses/snowCover";
import { type Run, runsWhere } from "../../series/intervalRuns";
import { dayName } from "../../series/localDay";
import type { Signature, UnitState } from "../../signatures/signature";
import { withoutSnow } from "../../signatures/withoutSnow";
import { moduleTypeOf } from "../../site/lookups";
import type { PvString } from "../../site/siteSchema";

/** Expected current that is surely measurable: this share of the current at full sun. */
const SURE_LIGHT_WM2 = 120;
/** Light that is enough to follow a silence that is sure already back to its beginning. */
const WEAK_LIGHT_WM2 = 30;
/** A string carries no current below this share of what its light should give. */
const NOTHING_SHARE = 0.06;
const LEAST_LIT_MS = 2 * HOUR_MS;
/** Papers and sensors together, as a logarithm. */
const LEVEL_SPREAD = 0.06;

/**
 * Stretches in which a string carried no current although its plane was lit and its inverter worked,
 * from string currents. Strings without a current channel aren't in the answer. Where all strings of a plane fall silent with fresh snow
 * it is left to the snow as long as that may lie, whatever other planes give.
 */
function deadByCurrent(comparison: Comparison, state: UnitState, snow: SnowChance): Map<string, Run[]> {
  const { grid, expected } = comparison;
  const { unit, unusable, claimed } = state;
  const dead = new Map<string, Run[]>();
  for (const pvString of unit.strings) {
    const amps = unit.stringAmps.get(pvString.id);
    const plane = expected.planes.get(pvString.plane);
    if (!amps || !plane) continue;
    const others = unit.strings.flatMap((other) => {
      const otherAmps = unit.stringAmps.get(other.id);
      return other === pvString || !otherAmps ? [] : [(i: number) => isSilent(comparison, other, otherAmps, i)];
    });
    const silentIn =
      (lightWm2: number, leastW: number) =>
      (i: number): boolean | null => {
        if (unusable[i] !== 0 || claimed[i] || Number.isNaN(amps[i]) || !(plane.poaWm2[i] >= lightWm2)) return null;
        // With the whole inverter down, or under snow, nothing can be said of one string.
        if (!(unit.measuredW[i] > leastW) || (others.length > 0 && others.every((other) => other(i)))) return null;
        return isSilent(comparison, pvString, amps, i);
      };
    const silent = silentIn(SURE_LIGHT_WM2, 0.01 * unit.acRatedW);
    const stillSilent = silentIn(WEAK_LIGHT_WM2, 0);
    const beside = unit.strings.flatMap((other) => {
      const otherAmps = unit.stringAmps.get(other.id);
      return other === pvString || other.plane !== pvString.plane || !otherAmps ? [] : [{ other, otherAmps }];
    });
    const wholePlane = (i: number) => beside.every(({ other, otherAmps }) => isSilent(comparison, other, otherAmps, i));
    const lastCurrent = (from: number) => {
      let i = from - 1;
      while (i > 0 && silent(i) !== false) i--;
      return Math.max(0, i);
    };
    const underSnow = (run: Run) => snow.basis !== "frost" && wholePlane(run.from);
    const runs = runsWhere(grid.count, silent)
      .flatMap((run) => (underSnow(run) ? withoutSnow(run, lastCurrent(run.from), snow) : [run]))
      .filter((run) => {
        let lit = 0;
        for (let i = run.from; i < run.to; i++) if (silent(i)) lit++;
        return lit * grid.stepMs >= LEAST_LIT_MS;
      });
    for (const run of runs) {
      for (let i = run.from - 1; i >= 0 && stillSilent(i) !== false; i--) if (stillSilent(i)) run.from = i;
    }
    if (runs.length > 0) dead.set(pvString.id, runs);
  }
  return dead;
}

/** Whether a string carries no current to speak of at an interval, for the light that is told. */
function isSilent({ site, expected }: Comparison, pvString: PvString, amps: Float64Array, i: number): boolean {
  const { impA } = moduleTypeOf(site, pvString);
  const poaWm2 = expected.planes.get(pvString.plane)?.poaWm2[i] ?? 0;
  return Math.abs(amps[i]) < NOTHING_SHARE * impA * (poaWm2 / 1000);
}

/** `string-open` from string currents: the string is named. */
export function stringOpenByCurrent(comparison: Comparison, state: UnitState, snow: SnowChance): Signature[] {
  const { days } = comparison;
  const { scope } = state.unit;
  return [...deadByCurrent(comparison, state, snow)].flatMap(([id, runs]) =>
    runs.map((run): Signature => {
      const row = days.firsts.findIndex((first) => first > run.from) - 1;
      const level = levelOver(state, run, state.unit.withoutStrings(new Set([id])));
      return {
        ...{ cause: "string-open", scope: id, from: run.from, to: run.ended ? run.to : null, lossKwh: 0 },
        evidence: [
          { text: `${id} carried no current since ${dayName(days.days[Math.max(0, row)])} although its plane was lit`, weight: 4.5 },
          {
            text: `${scope} meanwhile gave ${level.measured.toFixed(2)} of expected; ${level.left.toFixed(2)} is left without ${id}`,
            weight: levelWeight(level),
          },
        ],
        nextTest: `Open-circuit voltage of ${id} at the isolator, load side and line side`,
      };
    }),
  );
}

interface Level {
  measured: number;
  left: number;
}

/** Part of the expected energy that was measured over a stretch, and that is left without a string. */
function levelOver({ unit, unusable, claimed }: UnitState, run: Run, withoutW: Float64Array): Level {
  let [expected, measured, without] = [0, 0, 0];
  for (let i = run.from; i < run.to; i++) {
    if (unusable[i] !== 0 || claimed[i] || !(unit.expectedW[i] > 0)) continue;
    expected += unit.expectedW[i];
    measured += unit.measuredW[i];
    without += withoutW[i];
  }
  return expected > 0 ? { measured: measured / expected, left: without / expected } : { measured: 0, left: 0 };
}

/** A level as it should be speaks for the string; one below has other reasons besides, one above says that it works. */
function levelWeight({ measured, left }: Level): number {
  const off = Math.log(Math.max(0.01, measured) / Math.max(0.01, left)) / LEVEL_SPREAD;
  return off < 0 ? 2 * Math.exp((-off * off) / 8) : Math.max(-2, 2 - (off * off) / 2);
}
