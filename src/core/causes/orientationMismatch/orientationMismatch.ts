import { z } from "zod";
import { inputsOf } from "../../expected/arrayOutput";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { stringNameplateW } from "../../site/lookups";
import type { PvString } from "../../site/siteSchema";

/** Of the energy: less is what planes are told wrong by. */
const LEAST_SHARE = 0.02;

/**
 * `orientation-mismatch`: some modules of a string lie on another plane than the papers say. In series, the string works either at the current of its
 * darker part, or past it through the bypass diodes with the brighter part alone: the better of the two. With a converter on each module each gives its own.
 */
export function proposeOrientationMismatch({ axis }: Fit): Candidate[] {
  const { site } = axis.comparison;
  return axis.units.flatMap(({ unit }, index) =>
    unit.strings.flatMap((pvString) =>
      site.planes.filter(({ id }) => id !== pvString.plane).map((other) => mismatchOf(axis, index, pvString, other.id)),
    ),
  );
}

/** Some of a string's modules on another plane. @param other id of that plane */
export function mismatchOf(axis: Axis, index: number, pvString: PvString, other: string): Candidate {
  const { unit } = axis.units[index];
  const way = wayOf(axis, index, pvString);
  const held = way === "held";
  return {
    ...{ cause: "orientation-mismatch", scope: pvString.id, price: 3, leastShare: LEAST_SHARE * partTold(axis, index, pvString) },
    parameters: held ? [] : [{ name: "share", value: 0.4, least: 1 / pvString.modules, most: 0.9, step: 0.15 }],
    // Only strings beside it can be meant instead: to those of another plane it says something else.
    onString: (id) => mismatchOf(axis, index, unit.strings.find((one) => one.id === id && one.plane === pvString.plane) ?? pvString, other),
    layers: (on, [share]) => [
      {
        ...{ unit: index, stage: "dc", strings: new Set([pvString.id]) },
        values: leftOf(on, pvString.plane, other, way, share),
      },
    ],
    carry: ([share]) => ({ string: pvString.id, other, way, share: held ? 1 : share }),
    span: () => ({ from: 0, to: null }),
    evidence: ([share]) => [
      {
        text: `${pvString.id} gives what a string would with ${held ? "some" : `about ${Math.round(share * pvString.modules)}`} of its ${pvString.modules} modules on ${other}`,
        weight: 3,
      },
    ],
    nextTest: `Count the modules of ${pvString.id} by plane, from the plan or with the string interrupted and one module covered`,
  };
}

/** Of a unit's energy, that by which a plane is told wrong: all of it, or a string's own where each string's current is held against the others'. */
function partTold({ comparison: { site }, units }: Axis, index: number, pvString: PvString): number {
  const { unit } = units[index];
  if (!unit.strings.every(({ id }) => unit.stringAmps.has(id))) return 1;
  return stringNameplateW(site, pvString) / unit.nameplateW;
}

const WAYS = ["held", "passed", "each"] as const;

/**
 * How a string works that is lit in two ways: `held` at its darker part's current, where strings beside it on the same tracker hold its voltage up; else that or `passed` by
 * through the diodes; and `each` module for itself, where it has a converter.
 */
type Way = (typeof WAYS)[number];

function wayOf({ comparison: { site }, units }: Axis, index: number, pvString: PvString): Way {
  const { inverters } = units[index].unit;
  if (inverters.some(({ kind }) => kind !== "string")) return "each";
  const together = inverters.some((one) => inputsOf(site, one).some(({ strings }) => strings.length > 1 && strings.includes(pvString)));
  return together ? "held" : "passed";
}

/** What is left of a string's power, by point. @param share of its modules on the other plane */
function leftOf(on: Axis, plane: string, other: string, way: Way, share: number): Float64Array {
  const { planes } = on.comparison.expected;
  const own = planes.get(plane)?.effectiveWm2 as Float64Array;
  const its = planes.get(other)?.effectiveWm2 as Float64Array;
  return pointwise(on, (p) => {
    const first = on.interval[p];
    let [a, b] = [0, 0];
    for (let i = first; i < Math.min(own.length, first + on.per); i++) {
      a += own[i];
      b += its[i];
    }
    if (!(a > 0)) return 1;
    if (way === "each") return 1 - share + (share * b) / a;
    return way === "held" ? Math.min(1, b / a) : mixedShare(b / a, share);
  });
}

const seedSchema = z.object({ string: z.string(), other: z.string(), way: z.enum(WAYS), share: z.number() });

/** Modules lie where they lie. */
export function resumeOrientationMismatch(seed: Seed, on: Axis): Layer[] {
  const { string, other, way, share } = seedSchema.parse(seed);
  return on.units.flatMap(({ unit }, index): Layer[] =>
    unit.strings.flatMap(({ id, plane }): Layer[] =>
      id === string ? [{ unit: index, stage: "dc", strings: new Set([id]), values: leftOf(on, plane, other, way, share) }] : [],
    ),
  );
}

/** By how much a module's voltage rises from its maximum power point to no current: the ordinary Vmp/Voc of 0.84 (data sheets of silicon modules). */
const VOLTAGE_RISE = 0.18;

/**
 * Power of a mixed string over that of one wholly on its plane: the better of its two ways to work. All in series at the current of the darker part, at
 * which the brighter part's voltage is higher; or at that of the brighter part alone, the other passed by.
 * @param ratio light on the other plane over that on its own  @param share of the modules that lie there
 */
function mixedShare(ratio: number, share: number): number {
  const rise = (current: number) => 1 + VOLTAGE_RISE * (1 - current ** 3);
  const series = ratio < 1 ? ratio * ((1 - share) * rise(ratio) + share) : 1 - share + share * rise(1 / ratio);
  const alone = ratio < 1 ? 1 - share : share * ratio;
  return Math.min(4, Math.max(series, alone));
}
