import { z } from "zod";
import { DAY_MS } from "../../constants";
import { inputsOf } from "../../expected/arrayOutput";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import { dayLevels } from "../../fit/dayLevels";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { floats } from "../../series/floats";
import { moduleTypeOf, stringNameplateW } from "../../site/lookups";
import type { PvString } from "../../site/siteSchema";
import { onStringsNamed } from "../resume";
import { type TrendStep, trendSteps } from "./trendStep";

/** Times its own error that a fall has to be: in a year of chance alone the largest is some 2.8, and in two of a hundred years over 4.5. */
const LEAST_OVER_ERROR = 4.5;
/** Rarer than what else lowers a level. */
const PRICE = 3;
/** Of the unit's energy: less can't be told from what a module's first light takes. */
const LEAST_SHARE = 0.006;
/** Larger steps are a cut-off string or a wrong factor. */
const MOST_LOG = 0.25;
/** Bypassed parts at once: a module's worth, and what a step is told wrong by. More of them is rarer than a wrong factor. */
const MOST_PARTS = 3.3;
const LEAST_PARTS = 0.6;
const LEAST_OHM = 0.05;
/** Load at which most of the energy is made, of the nameplate: what a joint takes at it is about what it takes in the mean. */
const MEAN_LOAD = 0.5;
/** So many of its errors a fitted size may be from the step that days show. */
const WITHIN_ERRORS = 3;
/** Heat in a string's joints at the rated current, W: more of it burns through within days, and isn't lived with for weeks. */
export const MOST_HEAT_W = 1200;

type ShownInPower = "bypass-conducting" | "series-resistance";

/**
 * `bypass-conducting` and `series-resistance` of strings whose own voltage isn't told, from power: since a day a unit gives a little less, at every load alike,
 * or the more the higher its load.
 */
export function proposePowerStep(fit: Fit, cause: ShownInPower): Candidate[] {
  const { axis } = fit;
  return axis.units.flatMap(({ unit, groups }, index): Candidate[] => {
    if (unit.inverters.some(({ kind }) => kind !== "string")) return [];
    const asked = groups.flatMap(({ strings }) => {
      const id = strings.find((one) => !hasOwnVoltage(axis, index, one));
      return id === undefined ? [] : [id];
    });
    if (asked.length === 0) return [];
    const steps = ownSteps(fit, index).filter(({ overError, fall }) => overError >= LEAST_OVER_ERROR && fall <= MOST_LOG);
    return steps.flatMap((step) => asked.map((id) => candidateOf(axis, index, id, cause, step)));
  });
}

/** Where it is, its voltage says it better. */
function hasOwnVoltage({ comparison: { site }, units }: Axis, index: number, id: string): boolean {
  const { unit } = units[index];
  if (!unit.stringAmps.has(id) || !unit.stringVolts.has(id)) return false;
  return unit.inverters.some((inverter) => inputsOf(site, inverter).some(({ strings }) => strings.length === 1 && strings[0].id === id));
}

/** Falls of a unit that the others of the site don't share; of an only one, its own. */
function ownSteps(fit: Fit, index: number): TrendStep[] {
  const all = fit.axis.units.map((_, u) => dayLevels(fit, u, "all"));
  const { level, sigma } = all[index];
  const others = all.filter((_, u) => u !== index);
  const own = floats(level.length, (row) => {
    if (others.length === 0) return level[row];
    const known = others.map((other) => other.level[row]).filter((one) => !Number.isNaN(one));
    return known.length === 0 ? Number.NaN : level[row] - known.reduce((sum, one) => sum + one, 0) / known.length;
  });
  return trendSteps(own, sigma);
}

/** @param named whether it is known to be this string, and not one of its like */
function candidateOf(axis: Axis, index: number, string: string, cause: ShownInPower, step: TrendStep, named = false): Candidate {
  const { comparison, units } = axis;
  const { days, grid, site } = comparison;
  const { unit } = units[index];
  const pvString = unit.strings.find(({ id }) => id === string) as PvString;
  const type = moduleTypeOf(site, pvString);
  const scope = named || unit.strings.length === 1 ? string : unit.scope;
  const begins = days.firsts[step.row];
  const perDay = DAY_MS / grid.stepMs;
  const when = { name: "from", value: begins, least: begins - perDay, most: begins + perDay, step: perDay / 6 };
  const bypassed = cause === "bypass-conducting";
  const parts = pvString.modules * Math.max(1, type.bypassDiodes);
  const ratedV = pvString.modules * type.vmpV;
  const mostOhm = Math.min(MOST_HEAT_W / type.impA ** 2, (0.5 * ratedV) / type.impA);
  // What a fall of the unit is of the one string that has all of it. A slope is no step, however much of it a larger one would explain.
  const sizeOf = (fall: number) => {
    const ofString = (1 - Math.exp(-fall)) * (unit.nameplateW / stringNameplateW(site, pvString));
    return bypassed ? ofString * parts : (ofString * ratedV) / (type.impA * MEAN_LOAD);
  };
  const bound = bypassed ? { least: LEAST_PARTS, most: Math.min(MOST_PARTS, parts) } : { least: LEAST_OHM, most: mostOhm };
  const within = (value: number) => Math.min(bound.most, Math.max(bound.least, value));
  const error = step.fall / step.overError;
  const [value, least, most] = [0, -WITHIN_ERRORS, WITHIN_ERRORS].map((errors) => within(sizeOf(step.fall + errors * error)));
  const size = { name: bypassed ? "parts" : "ohm", value, least, most, step: (most - least) / 8 };
  const seedOf = (value: number) => ({
    string,
    constant: bypassed ? value / parts : 0,
    atFullLoad: bypassed ? 0 : (value * type.impA) / ratedV,
  });
  return {
    ...{ cause, scope, price: PRICE, leastShare: LEAST_SHARE },
    parameters: [size, when],
    starts: [
      [value, begins],
      [(value + least) / 2, begins],
    ],
    layers: (on, [value, from]) => {
      const leaves = leavesOf(on, index, seedOf(value));
      return [
        {
          ...{ unit: index, stage: "dc", strings: new Set([string]) },
          values: pointwise(on, (p) => (on.interval[p] + on.per / 2 >= from ? leaves(p) : 1)),
        },
      ];
    },
    onString: (id) => candidateOf(axis, index, id, cause, step, true),
    carry: ([value]) => seedOf(value),
    span: ([, from]) => ({ from: Math.max(0, Math.round(from)), to: null }),
    evidence: ([value]) => [
      bypassed
        ? {
            text: `Since one day ${unit.scope} gives less at every load alike, as if ${partsText(value)} of one of its strings gave nothing`,
            weight: 2,
          }
        : {
            text: `Since one day ${unit.scope} gives less the higher its load, as ${value.toFixed(1)} Ω more in one of its strings would take`,
            weight: 2,
          },
    ],
    nextTest: bypassed
      ? `Open-circuit voltage of ${unit.strings.map(({ id }) => id).join(", ")} against each other in the same light; then module by module`
      : `Connectors and terminals of ${unit.strings.map(({ id }) => id).join(", ")} by camera in full sun, against each other`,
  };
}

function partsText(value: number): string {
  const whole = Math.max(1, Math.round(value));
  return whole === 1 ? "one bypassed part" : `${whole} bypassed parts`;
}

const seedSchema = z.object({ string: z.string(), constant: z.number(), atFullLoad: z.number() });
type Left = z.infer<typeof seedSchema>;

/** Part of a string's power that is left, by point: its load is its part of the unit's DC power over its own nameplate. */
function leavesOf(on: Axis, index: number, { string, constant, atFullLoad }: Left): (p: number) => number {
  const { unit, groups, dcW } = on.units[index];
  const group = groups.find(({ strings }) => strings.includes(string));
  const pvString = unit.strings.find(({ id }) => id === string);
  if (!group || !pvString) return () => 1;
  const plateW = group.strings.length * stringNameplateW(on.comparison.site, pvString);
  return (p) => Math.max(0, 1 - constant - (atFullLoad * dcW[p] * group.share[p]) / plateW);
}

/** What was told from power alone goes on. */
export function resumeInPower(seed: Seed, on: Axis): Layer[] {
  const left = seedSchema.parse(seed);
  const index = on.units.findIndex(({ unit }) => unit.strings.some(({ id }) => id === left.string));
  return index < 0 ? [] : onStringsNamed(on, [left.string], leavesOf(on, index, left));
}
