import { median } from "simple-statistics";
import { z } from "zod";
import { DAY_MS } from "../../constants";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import { bestAtAnyLevel, dayLevels } from "../../fit/dayLevels";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { unitsNamed } from "../../signatures/resume";
import { bypassConducting as BYPASS } from "../bypassConducting/about";
import { partsFor, partsText } from "../bypassConducting/byPower";
import { candidateCuts } from "../stringOpen/byLevel";

/** Factors that are tried, as logarithms: nearer to one a meter isn't wrong, but old. */
const LEVELS = [-0.9, -0.6, -0.4, -0.28, -0.2, -0.14, -0.1, 0.1, 0.14, 0.2, 0.28, 0.4, 0.6, 0.9] as const;
export const LEAST_LOG = 0.1;
/** A factor so near to what is left of some strings (as a logarithm) is theirs. */
const NEAR_CUT = 0.1;
/** Rarer than what else makes a step, which has to fit worse by so much before it is the meter. */
const PRICE = 14;
const LEAST_GAIN = 10;
/** Days before it that have to show what is right, and after it what is wrong. */
export const FIRST_DAYS = 15;
/** A factor stays until it is mended: what ends so many days before the data is something else. */
const LAST_DAYS = 8;

/**
 * `scale-error` from the level alone: since a day a unit reports another factor of what it should, at every light and hour, and no part of the
 * array would give just that.
 */
export function proposeScaleStep(fit: Fit): Candidate[] {
  const { axis } = fit;
  return axis.units.flatMap((_, index): Candidate[] => {
    const { level, sigma } = dayLevels(fit, index, "all");
    let best = { log: 0, from: 0, cost: Number.POSITIVE_INFINITY };
    for (const log of LEVELS) {
      const { found, cost } = bestAtAnyLevel(level, sigma, new Float64Array(level.length).fill(Math.exp(log)));
      const lasts = found.from >= FIRST_DAYS && found.to - found.from >= FIRST_DAYS && found.to > level.length - LAST_DAYS;
      if (lasts && found.gain > LEAST_GAIN && cost < best.cost) best = { log, from: found.from, cost };
    }
    if (best.log === 0 || !isSharp(level, best.from, best.log)) return [];
    return [factorOf(axis, index, best.log, best.from)];
  });
}

/** A factor on a unit since a day. @param row of the day index */
export function factorOf(axis: Axis, index: number, startLog: number, row: number): Candidate {
  const { days, grid } = axis.comparison;
  const { unit } = axis.units[index];
  const begins = days.firsts[row];
  const perDay = DAY_MS / grid.stepMs;
  const cuts = unit.strings.every(({ id }) => unit.stringAmps.has(id)) ? [] : cutLogs(axis, index);
  return {
    ...{ cause: "scale-error", scope: unit.scope, price: PRICE, leastShare: -1 },
    parameters: [
      { name: "log", value: startLog, least: -2.5, most: 2.5, step: 0.04 },
      { name: "from", value: begins, least: begins - perDay, most: begins + perDay, step: perDay / 6 },
    ],
    // What is left without some of the strings is told of them.
    believable: ([log]) => Math.abs(log) >= LEAST_LOG && cuts.every((cut) => Math.abs(cut - log) > NEAR_CUT),
    layers: (on, [log, from]) => {
      const factor = Math.exp(log);
      return [
        {
          ...{ unit: index, stage: "off", strings: null },
          values: pointwise(on, (p) => (on.interval[p] + on.per / 2 >= from ? factor : 1)),
        },
      ];
    },
    carry: ([log]) => ({ unit: unit.scope, log }),
    span: ([, from]) => ({ from: Math.max(0, Math.round(from)), to: null }),
    evidence: ([log]) => {
      const parts = partsFor(axis, index, log);
      const reports = `Since one interval ${unit.scope} reports ${Math.round(100 * Math.exp(log))} % of what it did, at every light and hour`;
      return parts === null
        ? [{ text: `${reports}, which no part of the array would leave`, weight: 3 }]
        : [{ text: `${reports}; ${partsText(parts)} of one string would leave as much ("${BYPASS.title}")`, weight: 2 }];
    },
    nextTest: "The counter on the device's own display over an hour, against the file; then transformer ratio and unit in the settings",
    told: ([log]) => ({ factor: Math.round(10_000 * Math.exp(log)) / 10_000 }),
  };
}

/** A factor is there from one interval to the next: so many days of either side show so much of it. What builds up takes longer. */
const SHARP = { days: 8, part: 0.6 } as const;

function isSharp(level: Float64Array, from: number, log: number): boolean {
  const known = (one: number) => !Number.isNaN(one);
  const before = Array.from(level.subarray(0, from)).filter(known).slice(-SHARP.days);
  const after = Array.from(level.subarray(from)).filter(known).slice(0, SHARP.days);
  return before.length > 0 && after.length > 0 && (median(after) - median(before)) / log >= SHARP.part;
}

/** What would be left of a unit without each kind of strings, as logarithms. */
function cutLogs({ units, count }: Axis, index: number): number[] {
  const { unit, groups } = units[index];
  return candidateCuts(unit).map((cut) => {
    let left = 0;
    for (const { strings, share } of groups) {
      const alive = strings.filter((id) => !cut.has(id)).length / strings.length;
      for (let p = 0; p < count; p++) left += (alive * share[p]) / count;
    }
    return Math.log(Math.max(0.02, left));
  });
}

const seedSchema = z.object({ unit: z.string(), log: z.number() });

/** A factor stays until it is mended. */
export function resumeScaleStep(seed: Seed, on: Axis): Layer[] {
  const { unit, log } = seedSchema.parse(seed);
  const factor = Math.exp(log);
  return unitsNamed(on, [unit]).map((index) => ({ unit: index, stage: "off", strings: null, values: pointwise(on, () => factor) }));
}
