import { z } from "zod";
import type { Unit } from "../../comparison/unit";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import { bestAtAnyLevel, dayLevels } from "../../fit/dayLevels";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { onStringsNamed } from "../../signatures/resume";

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

/** A level that was low from the first day on and never changed is only believed from this share up. */
const LEAST_SHARE_WITHOUT_ONSET = 0.2;

/** Of the energy. */
const LEAST_SHARE = 0.003;

/** What the days after a stretch have to say against it for it to have ended (natural logarithms). */
const LEAST_END = 6;

/**
 * `string-open` from the level of the output: since a day the unit gives what is left without some of its strings. Units whose strings'
 * currents are told aren't looked at: those tell themselves.
 */
export function proposeStringOpen(fit: Fit): Candidate[] {
  const { axis } = fit;
  return axis.units.flatMap(({ unit, groups }, index) => {
    if (unit.strings.length < 2 || unit.strings.every(({ id }) => unit.stringAmps.has(id))) return [];
    const { level, sigma } = dayLevels(fit, index, "all");
    return candidateCuts(unit).flatMap((cut) => {
      const left = leftByRow(axis, groups, cut);
      const { gains, found } = bestAtAnyLevel(level, sigma, left);
      // It lasts unless the days after it say that it has ended.
      const after = gains.subarray(found.to).reduce((sum, gain) => sum + gain, 0);
      const stretch = after > -LEAST_END ? { ...found, to: gains.length } : found;
      if (stretch.gain < 8) return [];
      const share = 1 - left[stretch.from];
      if (stretch.from === 0 && share < LEAST_SHARE_WITHOUT_ONSET) return [];
      return [candidateOf(fit, index, cut, stretch)];
    });
  });
}

/** Part of a unit's output that is left without some strings, by row. */
function leftByRow(axis: Axis, groups: Axis["units"][number]["groups"], cut: ReadonlySet<string>): Float64Array {
  const rows = axis.comparison.days.days.length;
  const left = new Float64Array(rows).fill(1);
  const weight = new Float64Array(rows);
  const lost = new Float64Array(rows);
  for (const { strings, share } of groups) {
    const dead = strings.filter((id) => cut.has(id)).length / strings.length;
    for (let p = 0; p < axis.count; p++) lost[axis.row[p]] += dead * share[p];
  }
  for (let p = 0; p < axis.count; p++) weight[axis.row[p]]++;
  return left.map((one, row) => (weight[row] > 0 ? Math.max(0.03, one - lost[row] / weight[row]) : one));
}

function candidateOf(fit: Fit, index: number, cut: ReadonlySet<string>, { from, to }: { from: number; to: number }): Candidate {
  const { axis } = fit;
  const { days, grid } = axis.comparison;
  const { unit } = axis.units[index];
  const begins = days.firsts[from];
  const ends = to >= days.days.length ? grid.count : days.firsts[to];
  const perDay = 86_400_000 / grid.stepMs;
  const scope = cut.size === unit.strings.length ? [...cut][0] : unit.scope;
  const parts = cut.size === 1 ? "one string" : `${cut.size} strings`;
  return {
    ...{ cause: "string-open", scope, price: 2.5 + 2 * (cut.size - 1), leastShare: LEAST_SHARE },
    parameters: [
      ...(from > 0 ? [{ name: "from", value: begins, least: begins - perDay, most: begins + perDay, step: perDay / 6 }] : []),
      ...(ends < grid.count ? [{ name: "to", value: ends, least: ends - perDay, most: ends + perDay, step: perDay / 6 }] : []),
    ],
    layers: (on, values) => {
      const { first, last } = spanOf(values);
      return [
        {
          ...{ unit: index, stage: "dc", strings: cut },
          values: pointwise(on, (p) => (on.interval[p] + on.per / 2 >= first && on.interval[p] + on.per / 2 < last ? 0 : 1)),
        },
      ];
    },
    carry: () => ({ strings: [...cut] }),
    span: (values) => {
      const { first, last } = spanOf(values);
      return { from: Math.max(0, Math.round(first)), to: last >= grid.count ? null : Math.round(last) };
    },
    evidence: () => [
      {
        text: `Output of ${unit.scope} is what would be left of its ${unit.strings.length} strings without ${parts}, at every light and hour`,
        weight: 3,
      },
      from > 0
        ? { text: "It changed from one interval to the next", weight: 1.5 }
        : { text: "It was so from the first day of the data on: when it began can't be seen", weight: -0.5 },
    ],
    nextTest: `Operating current of ${unit.strings.map(({ id }) => id).join(", ")} with a clamp at the isolator in steady light: the dead one carries none`,
  };

  function spanOf(values: readonly number[]): { first: number; last: number } {
    const first = from > 0 ? values[0] : 0;
    const last = ends < grid.count ? values[from > 0 ? 1 : 0] : grid.count;
    return { first, last };
  }
}

const seedSchema = z.object({ strings: z.array(z.string()) });

/** Strings that gave nothing to the end of the data go on so. */
export function resumeStringOpen(seed: Seed, on: Axis): Layer[] {
  return onStringsNamed(on, seedSchema.parse(seed).strings, () => 0);
}
