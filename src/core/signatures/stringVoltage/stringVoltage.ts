import { z } from "zod";
import type { Comparison } from "../../comparison/compare";
import type { Unit } from "../../comparison/unit";
import { DAY_MS } from "../../constants";
import { inputsOf } from "../../expected/arrayOutput";
import type { Axis } from "../../fit/axis";
import type { Seed } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { moduleTypeOf } from "../../site/lookups";
import type { PvString } from "../../site/siteSchema";
import type { UnitLook } from "../causeEngine";
import type { CouldHide } from "../couldHide";
import { onStringsNamed } from "../resume";
import type { Signature, UnitState } from "../signature";
import { type VoltageStep, voltageStep } from "./voltageStep";

/** Currents that say something of a voltage, of the rated one. */
const LEAST_CURRENT_SHARE = 0.12;
/** A step has to be this much likelier than none, and of its kind than of the other (logarithms). */
const LEAST_GAIN = 6;
const LEAST_OVER = 2;
/** A step is so many times what the voltage strayed by before (real ones were five times and more): a string that is lit in two ways goes to and fro by several modules' voltage. */
const LEAST_OVER_STRAYED = 2;
/** Of one part's voltage: less is no bypassed part. */
const LEAST_PART = 0.6;
/** Of the string's voltage at its mean current: less is no loss that anyone would look for. */
const LEAST_OHMIC_SHARE = 0.007;

/** A part and a joint of one string may go on different days. */
const MOST_STEPS = 2;

type ShownInVoltage = "bypass-conducting" | "series-resistance";

/** What a unit's voltages show, told once: both causes ask for it. */
const told = new WeakMap<UnitState, Signature[]>();

/** By how much a string's voltage strays where nothing steps, V, and how much of it one bypassed part takes; null of what has too few days. */
interface Stillness {
  strayedV: number;
  partV: number;
}

/** As it was seen when a unit's voltages were looked at, by string. */
const stillness = new WeakMap<Unit, Map<string, Stillness | null>>();

/** What of a part or a joint a unit's voltages wouldn't show: strings whose own voltage goes to and fro by more than a part takes, as an uneven light makes it. */
export function hiddenInVoltage({ axis }: Fit): CouldHide[] {
  return axis.units.flatMap(({ unit }) =>
    [...(stillness.get(unit) ?? [])].flatMap(([scope, still]): CouldHide[] => {
      const look = `Voltage at no load of ${scope} against a neighbour's in the same light, then module by module`;
      if (still === null) return [{ scope, under: null, lacks: `days with current in ${scope} before and after it`, look }];
      const strays = Math.round(LEAST_OVER_STRAYED * still.strayedV);
      if (LEAST_OVER_STRAYED * still.strayedV <= still.partV) return [];
      return [{ scope, under: null, lacks: `a voltage of ${scope} that holds still: what takes under ${strays} V is lost in it`, look }];
    }),
  );
}

/**
 * `bypass-conducting` and `series-resistance` from a string's own voltage: a bypassed part takes its voltage at every current, a poor joint
 * takes what grows with the current. Needs current and voltage of the string, and a tracker that it shares with no other.
 */
export function detectInStringVoltage({ comparison, state }: UnitLook, cause: ShownInVoltage): Signature[] {
  const all = told.get(state) ?? inStringVoltage(comparison, state);
  told.set(state, all);
  return all.filter((one) => one.cause === cause);
}

function inStringVoltage(comparison: Comparison, { unit, unusable }: UnitState): Signature[] {
  const alone = unit.inverters.flatMap((inverter) =>
    inputsOf(comparison.site, inverter).flatMap(({ strings }) => (strings.length === 1 ? strings : [])),
  );
  const seen = new Map<string, Stillness | null>();
  stillness.set(unit, seen);
  const found = alone.flatMap((pvString) => {
    const [amps, volts] = [unit.stringAmps.get(pvString.id), unit.stringVolts.get(pvString.id)];
    const expectedV = comparison.expected.strings.get(pvString.id)?.voltsV;
    if (!amps || !volts || !expectedV || expectedV.length === 0) return [];
    const least = LEAST_CURRENT_SHARE * moduleTypeOf(comparison.site, pvString).impA;
    const free = atItsBest(comparison, pvString, amps, expectedV);
    const missingV = volts.map((measured, i) =>
      unusable[i] === 0 && free[i] && amps[i] > least && measured > 0 && expectedV[i] > 0 ? expectedV[i] - measured : Number.NaN,
    );
    const signatures: Signature[] = [];
    for (let k = 0; k < MOST_STEPS; k++) {
      const step = voltageStep(missingV, amps, comparison.days);
      if (k === 0) seen.set(pvString.id, step && { strayedV: step.strayedV, partV: partVoltage(comparison, pvString, amps, expectedV) });
      if (!step || step.gain < LEAST_GAIN || step.over < LEAST_OVER || step.fellV < LEAST_OVER_STRAYED * step.strayedV) break;
      if (!allDay(comparison, step, missingV, amps)) break;
      const tell = step.kind === "constant" ? bypassed : resistant;
      const told = tell(comparison, pvString, step, amps, expectedV).filter((one) => !signatures.some(({ cause }) => cause === one.cause));
      if (told.length === 0) break;
      signatures.push(...told);
      // What is left of it may have stepped once more, in the other way.
      for (let i = told[0].from; i < missingV.length; i++) missingV[i] -= step.volts + step.ohm * amps[i];
    }
    return signatures;
  });
  const near = (SAME_DAYS * DAY_MS) / comparison.grid.stepMs;
  return found.filter(
    (one) => !found.some((other) => other !== one && other.cause === one.cause && Math.abs(other.from - one.from) < near),
  );
}

/** Of what the best hours of the day have of the light's current: with less the inverter holds the string back, at a higher voltage. */
const HELD_BACK = 0.8;
/** How many of a day's hours are its best ones. */
const BEST_PART = 0.2;

/** 1 where a string carries the current that its light gives: neither a poor joint nor a conducting diode takes current, what holds an inverter back does. */
function atItsBest({ days, expected }: Comparison, { id }: PvString, amps: Float64Array, expectedV: Float64Array): Uint8Array {
  const watts = expected.stringDcW.get(id);
  const share = amps.map((measured, i) => (watts && watts[i] > 0 && expectedV[i] > 0 ? measured / (watts[i] / expectedV[i]) : Number.NaN));
  const out = new Uint8Array(amps.length);
  for (let row = 0; row < days.days.length; row++) {
    const own = share
      .slice(days.firsts[row], days.firsts[row + 1])
      .filter((one) => one > 0)
      .sort();
    if (own.length === 0) continue;
    const best = own[Math.floor((1 - BEST_PART) * (own.length - 1))];
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) out[i] = share[i] >= HELD_BACK * best ? 1 : 0;
  }
  return out;
}

/** What befalls two strings of an inverter within so many days is no joint's or diode's own: a shadow, as it grows with the season, does so. */
const SAME_DAYS = 40;
/** Heat in a string's joints at the rated current, W: more of it burns through within days, and isn't lived with for weeks. */
export const MOST_HEAT_W = 1200;

/** Of a step that is a string's own each half of the day shows so much; what a shadow takes belongs to one of them. */
const LEAST_HALF = 0.45;

/** Whether mornings and afternoons both show a step. Halves with too little current say nothing against it. */
function allDay({ days, expected }: Comparison, { row, kind, volts, ohm }: VoltageStep, missingV: Float64Array, amps: Float64Array) {
  const first = days.firsts[row];
  return [false, true].every((afternoon) => {
    const missing = (from: number, to: number) => {
      let [sum, weight, n] = [0, 0, 0];
      for (let i = from; i < to; i++) {
        if (Number.isNaN(missingV[i]) || expected.sun.azimuthDeg[i] >= 180 !== afternoon) continue;
        const by = kind === "constant" ? 1 : amps[i];
        sum += by * missingV[i];
        weight += by * by;
        n++;
      }
      return n >= LEAST_IN_HALF ? sum / weight : Number.NaN;
    };
    const step = missing(first, missingV.length) - missing(0, first);
    return Number.isNaN(step) || step >= LEAST_HALF * (kind === "constant" ? volts : ohm);
  });
}

const LEAST_IN_HALF = 40;

function bypassed(comparison: Comparison, pvString: PvString, step: VoltageStep, amps: Float64Array, expectedV: Float64Array): Signature[] {
  const from = comparison.days.firsts[step.row];
  const partV = partVoltage(comparison, pvString, amps, expectedV, from);
  if (!(step.volts > LEAST_PART * partV)) return [];
  const parts = Math.max(1, Math.round(step.volts / partV));
  return [
    {
      ...{ cause: "bypass-conducting", scope: pvString.id, from, to: null },
      lossKwh: 0,
      leaves: (i) => left(step.volts, expectedV[i]),
      carry: { string: pvString.id, volts: step.volts, ohm: 0 },
      evidence: [
        {
          text: `The voltage of ${pvString.id} fell by ${step.volts.toFixed(1)} V at every current, as ${parts === 1 ? "one bypassed part of a module does" : `${parts} bypassed parts do`}`,
          weight: Math.min(7, 3 + step.over / 2),
        },
      ],
      nextTest: `Open-circuit voltage of ${pvString.id} against its neighbour's, then module by module; a warm junction box by camera`,
    },
  ];
}

function resistant(
  comparison: Comparison,
  pvString: PvString,
  step: VoltageStep,
  amps: Float64Array,
  expectedV: Float64Array,
): Signature[] {
  const from = comparison.days.firsts[step.row];
  const meanA = meanOver(amps, amps, from);
  if (step.ohm * moduleTypeOf(comparison.site, pvString).impA ** 2 > MOST_HEAT_W) return [];
  if (!(step.ohm * meanA > LEAST_OHMIC_SHARE * meanOver(expectedV, amps, from))) return [];
  return [
    {
      ...{ cause: "series-resistance", scope: pvString.id, from, to: null },
      lossKwh: 0,
      leaves: (i) => left(step.ohm * Math.max(amps[i], 0), expectedV[i]),
      carry: { string: pvString.id, volts: 0, ohm: step.ohm },
      evidence: [
        {
          text: `The voltage of ${pvString.id} falls with its current, by ${step.ohm.toFixed(2)} Ω more than before`,
          weight: Math.min(7, 3 + step.over / 2),
        },
      ],
      nextTest: `Connectors and terminals of ${pvString.id} by camera in full sun, then its resistance from two points of its curve`,
    },
  ];
}

/** What one bypassed part takes of a string's voltage, V, in the mean from an interval on. */
function partVoltage({ site }: Comparison, pvString: PvString, amps: Float64Array, expectedV: Float64Array, from = 0): number {
  return meanOver(expectedV, amps, from) / (pvString.modules * Math.max(1, moduleTypeOf(site, pvString).bypassDiodes));
}

function meanOver(values: Float64Array, amps: Float64Array, from: number): number {
  let [sum, count] = [0, 0];
  for (let i = from; i < values.length; i++) {
    if (!(amps[i] > 0) || Number.isNaN(values[i])) continue;
    sum += values[i];
    count++;
  }
  return count > 0 ? sum / count : 0;
}

/** Part of a string's power that is left where some of its voltage is missing at the same current. */
function left(missingV: number, expectedV: number): number {
  return expectedV > 0 ? Math.min(1, Math.max(0, 1 - missingV / expectedV)) : 1;
}

const seedSchema = z.object({ string: z.string(), volts: z.number(), ohm: z.number() });

/** What a string's voltage lacks goes on lacking: so many volts, and so many with each ampere. */
export function resumeInVoltage(seed: Seed, on: Axis): Layer[] {
  const { string, volts, ohm } = seedSchema.parse(seed);
  const expectedV = on.comparison.expected.strings.get(string)?.voltsV;
  const amps = on.units.flatMap(({ unit }) => unit.stringAmps.get(string) ?? []).at(0);
  if (!expectedV || expectedV.length === 0) return [];
  return onStringsNamed(on, [string], (p) => {
    const i = on.interval[p];
    return left(volts + ohm * Math.max(amps?.[i] || 0, 0), expectedV[i]);
  });
}
