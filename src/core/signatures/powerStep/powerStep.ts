import { z } from "zod";
import type { CauseId } from "../../causes/causes";
import { DAY_MS } from "../../constants";
import { inputsOf } from "../../expected/arrayOutput";
import type { Axis, FitUnit } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import { type DayLevels, dayLevels } from "../../fit/dayLevels";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import type { Proposer } from "../../fit/select";
import { floats } from "../../series/floats";
import { moduleTypeOf, stringNameplateW } from "../../site/lookups";
import type { ModuleType, PvString } from "../../site/siteSchema";
import type { CouldHide } from "../couldHide";
import { onStringsNamed } from "../resume";
import { LEAST_SIDE, stepError, type TrendStep, trendSteps } from "./trendStep";

/** Times its own error that a fall has to be: in a year of chance alone the largest is some 2.8, and in two of a hundred years over 4.5. */
const LEAST_OVER_ERROR = 4.5;
/** Rarer than what else lowers a level. */
const PRICE = 3;
/** Of the unit's energy: less can't be told from what a module's first light takes. */
const LEAST_SHARE = 0.006;
/** So many of its errors a fitted size may be from the step that days show: a slope is no step, however much of it a larger one would explain. */
const WITHIN_ERRORS = 3;

/** Part of a string's power that is gone: at every load, and more of it with each of its nameplate. */
export interface Gone {
  constant: number;
  atFullLoad: number;
}

/** How large something in a string is. */
interface Size {
  name: string;
  least: number;
  most: number;
  /** What it is where it takes so much of the string's energy. */
  of: (share: number) => number;
  gone: (size: number) => Gone;
}

/** A cause that since a day takes a small part of one string's power for good. */
export interface PowerStepKind {
  cause: CauseId;
  /** Larger falls of a unit, as a logarithm, are something else. */
  mostLog: number;
  /** Whether it is looked for in a string, or can't be there or shows itself better. */
  asks: (axis: Axis, unit: FitUnit, pvString: PvString) => boolean;
  sizeIn: (pvString: PvString, type: ModuleType) => Size;
  /** What people are told. @param ids of the unit's strings, for a sentence */
  words: (scope: string, size: number, ids: string) => { text: string; nextTest: string };
}

/**
 * Steps of a few parts in a hundred in the power of a unit, where nothing nearer tells them: against the site's other units, or of an only one against its own days.
 * Of strings that are alike one stands for all.
 */
export function powerStepProposer(kind: PowerStepKind): Proposer {
  return (fit) => {
    const { axis } = fit;
    return axis.units.flatMap((one, index): Candidate[] => {
      const asked = one.groups.flatMap(({ strings }) => {
        const found = one.unit.strings.find((pvString) => strings.includes(pvString.id) && kind.asks(axis, one, pvString));
        return found ? [found] : [];
      });
      // Twice in one unit it is something larger.
      const known = fit.accepted.some(({ candidate }) => candidate.cause === kind.cause && scopesOf(one).includes(candidate.scope));
      if (asked.length === 0 || known) return [];
      const steps = ownSteps(fit, index).filter(({ overError, fall }) => overError >= LEAST_OVER_ERROR && fall <= kind.mostLog);
      return steps.flatMap((step) => asked.map((pvString) => candidateOf(kind, axis, index, pvString, step)));
    });
  };
}

const scopesOf = ({ unit }: FitUnit) => [unit.scope, ...unit.strings.map(({ id }) => id)];

/** Whether a string is in series on an inverter, and its own voltage isn't told on a tracker that it shares with no other. */
export function withoutOwnVoltage({ comparison: { site } }: Axis, { unit }: FitUnit, { id }: PvString): boolean {
  if (unit.inverters.some(({ kind }) => kind !== "string")) return false;
  if (!unit.stringAmps.has(id) || !unit.stringVolts.has(id)) return true;
  return !unit.inverters.some((inverter) => inputsOf(site, inverter).some(({ strings }) => strings.length === 1 && strings[0].id === id));
}

/** Found once for all causes that ask the same fit. */
const stepsOf = new WeakMap<object, TrendStep[][]>();

/** Falls of a unit that the others of the site don't share; of an only one, its own. */
function ownSteps(fit: Fit, index: number): TrendStep[] {
  let steps = stepsOf.get(fit.state);
  if (!steps) {
    const all = fit.axis.units.map((_, u) => dayLevels(fit, u, "all"));
    steps = all.map((_, u) => stepsAmong(all, u));
    stepsOf.set(fit.state, steps);
  }
  return steps[index];
}

function stepsAmong(all: readonly DayLevels[], index: number): TrendStep[] {
  return trendSteps(ownLevel(all, index), all[index].sigma);
}

/** What a unit gives beyond what the others of the site do; of an only one, its own level. */
function ownLevel(all: readonly DayLevels[], index: number): Float64Array {
  const { level } = all[index];
  const others = all.filter((_, u) => u !== index);
  return floats(level.length, (row) => {
    if (others.length === 0) return level[row];
    const known = others.map((other) => other.level[row]).filter((one) => !Number.isNaN(one));
    return known.length === 0 ? Number.NaN : level[row] - known.reduce((sum, one) => sum + one, 0) / known.length;
  });
}

/** What of such a cause could be there without its step being seen: in each unit in which it is looked for, as a share of all units' energy. */
export function powerStepHides(kind: PowerStepKind, fit: Fit): CouldHide[] {
  const { axis } = fit;
  const all = axis.units.map((_, u) => dayLevels(fit, u, "all"));
  const plateW = axis.units.reduce((sum, { unit }) => sum + unit.nameplateW, 0);
  return axis.units.flatMap((one, index): CouldHide[] => {
    const { unit } = one;
    const asked = unit.strings.find((pvString) => kind.asks(axis, one, pvString));
    if (!asked) return [];
    const { nextTest: look } = kind.words(unit.scope, 1, unit.strings.map(({ id }) => id).join(", "));
    const error = stepError(ownLevel(all, index), all[index].sigma);
    if (error === null)
      return [{ scope: unit.scope, under: null, lacks: `${2 * LEAST_SIDE} bright days, half of them before it began`, look }];
    const least = Math.max(LEAST_SHARE, 1 - Math.exp(-LEAST_OVER_ERROR * error));
    const seen = least < 1 - Math.exp(-kind.mostLog);
    return [{ scope: unit.scope, under: seen ? (least * unit.nameplateW) / plateW : null, look }];
  });
}

/** @param named whether it is known to be this string, and not one of its like */
function candidateOf(kind: PowerStepKind, axis: Axis, index: number, pvString: PvString, step: TrendStep, named = false): Candidate {
  const { comparison, units } = axis;
  const { days, grid, site } = comparison;
  const { unit } = units[index];
  const scope = named || unit.strings.length === 1 ? pvString.id : unit.scope;
  const begins = days.firsts[step.row];
  const perDay = DAY_MS / grid.stepMs;
  const size = kind.sizeIn(pvString, moduleTypeOf(site, pvString));
  const error = step.fall / step.overError;
  const [value, least, most] = [0, -WITHIN_ERRORS, WITHIN_ERRORS].map((errors) => {
    const share = (1 - Math.exp(-step.fall - errors * error)) * (unit.nameplateW / stringNameplateW(site, pvString));
    return Math.min(size.most, Math.max(size.least, size.of(share)));
  });
  const seedOf = (of: number) => ({ string: pvString.id, ...size.gone(of) });
  const words = (of: number) => kind.words(unit.scope, of, unit.strings.map(({ id }) => id).join(", "));
  return {
    ...{ cause: kind.cause, scope, price: PRICE, leastShare: LEAST_SHARE },
    parameters: [
      { name: size.name, value, least, most, step: (most - least) / 8 },
      { name: "from", value: begins, least: begins - perDay, most: begins + perDay, step: perDay / 6 },
    ],
    starts: [
      [value, begins],
      [(value + least) / 2, begins],
    ],
    layers: (on, [of, from]) => {
      const leaves = leavesOf(on, index, seedOf(of));
      const values = pointwise(on, (p) => (on.interval[p] + on.per / 2 >= from ? leaves(p) : 1));
      return [{ unit: index, stage: "dc", strings: new Set([pvString.id]), values }];
    },
    // What is only held by its bound is something larger.
    believable: ([of]) => of < size.most,
    onString: (id) => candidateOf(kind, axis, index, unit.strings.find((one) => one.id === id) ?? pvString, step, true),
    carry: ([of]) => seedOf(of),
    span: ([, from]) => ({ from: Math.max(0, Math.round(from)), to: null }),
    evidence: ([of]) => [
      { text: words(of).text, weight: 2 },
      ...(units.length === 1
        ? [{ text: "It is alone and stepped against its own days: a light sensor that was cleaned or moved looks the same", weight: -0.5 }]
        : []),
    ],
    nextTest: words(value).nextTest,
  };
}

const seedSchema = z.object({ string: z.string(), constant: z.number(), atFullLoad: z.number() });

/** Part of a string's power that is left, by point: its load is its part of the unit's DC power over its own nameplate. */
function leavesOf(on: Axis, index: number, { string, constant, atFullLoad }: z.infer<typeof seedSchema>): (p: number) => number {
  const { unit, groups, dcW } = on.units[index];
  const group = groups.find(({ strings }) => strings.includes(string));
  const pvString = unit.strings.find(({ id }) => id === string);
  if (!group || !pvString) return () => 1;
  const plateW = group.strings.length * stringNameplateW(on.comparison.site, pvString);
  return (p) => Math.max(0, 1 - constant - (atFullLoad * dcW[p] * group.share[p]) / plateW);
}

/** What was told from power, or of a module by its energy, goes on. */
export function resumeInPower(seed: Seed, on: Axis): Layer[] {
  const left = seedSchema.parse(seed);
  const index = on.units.findIndex(({ unit }) => unit.strings.some(({ id }) => id === left.string));
  return index < 0 ? [] : onStringsNamed(on, [left.string], leavesOf(on, index, left));
}
