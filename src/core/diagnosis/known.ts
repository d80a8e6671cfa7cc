import type { Comparison } from "../comparison/compare";
import type { Axis } from "../fit/axis";
import type { Candidate } from "../fit/candidate";
import type { Layer } from "../fit/layers";
import type { SnowChance } from "../losses/snowCover";
import { detectStringDecline } from "../signatures/degradation/stringDecline";
import { detectInverterOutage, worthTelling } from "../signatures/inverterOutage/inverterOutage";
import { detectModuleConverterFailed } from "../signatures/moduleConverterFailed/moduleConverterFailed";
import type { Signature, UnitState } from "../signatures/signature";
import { stringOpenByCurrent } from "../signatures/stringOpen/byCurrent";
import { detectInStringVoltage } from "../signatures/stringVoltage/stringVoltage";
import { wetTrips } from "../signatures/wetInsulationTrip/wetInsulationTrip";

/**
 * Causes of a unit that show themselves without a fit: nothing came in good light, a string carried no current, one converter among
 * its neighbours is silent, a string's voltage stepped down, its current sinks from year to year against its neighbours'.
 * @param index of the unit on its axis
 */
export function knownCauses(comparison: Comparison, state: UnitState, index: number, snow: SnowChance): Candidate[] {
  const outages = worthTelling(comparison, state, wetTrips(comparison, state, snow, detectInverterOutage(comparison, state, snow)));
  return [
    ...outages.map((signature) =>
      asCandidate(openInstead(comparison, state, signature), (on) => [outageLayer(on, index, state, signature)]),
    ),
    ...stringOpenByCurrent(comparison, state).map((signature) =>
      asCandidate(signature, (on) => [
        { unit: index, stage: "dc", strings: new Set([signature.scope]), values: within(on, signature, () => 0) },
      ]),
    ),
    ...detectModuleConverterFailed(comparison, state).map((signature) => {
      const [string] = signature.scope.split(".");
      const modules = state.unit.strings.find(({ id }) => id === string)?.modules ?? 1;
      return asCandidate(signature, (on) => [
        { unit: index, stage: "dc", strings: new Set([string]), values: within(on, signature, () => 1 - 1 / modules) },
      ]);
    }),
    ...[...detectInStringVoltage(comparison, state), ...detectStringDecline(comparison, state)].map((signature) =>
      asCandidate(signature, (on) => [
        { unit: index, stage: "dc", strings: new Set([signature.scope]), values: within(on, signature, (i) => signature.leaves?.(i) ?? 1) },
      ]),
    ),
  ];
}

/** Voltage of a string that counts as none, of what it works at. */
const NO_VOLTAGE = 0.05;

/** An inverter whose only string has no voltage in good light isn't stopped: nothing comes to it. A stopped one sees the open circuit's. */
function openInstead({ expected }: Comparison, { unit, claimed }: UnitState, stop: Signature): Signature {
  const [only, ...more] = unit.strings;
  const volts = only && more.length === 0 ? unit.stringVolts.get(only.id) : undefined;
  const works = only ? expected.strings.get(only.id)?.voltsV : undefined;
  if (!volts || !works || works.length === 0 || stop.cause !== "inverter-outage") return stop;
  let [lit, none] = [0, 0];
  for (let i = stop.from; i < (stop.to ?? volts.length); i++) {
    if (!claimed[i] || Number.isNaN(volts[i]) || !(works[i] > 0)) continue;
    lit++;
    if (volts[i] < NO_VOLTAGE * works[i]) none++;
  }
  if (lit === 0 || none < 0.9 * lit) return stop;
  return {
    ...{ cause: "string-open", scope: only.id, from: stop.from, to: stop.to, lossKwh: 0 },
    evidence: [
      {
        text: `No voltage comes from ${only.id} in good light, and ${unit.scope} gives nothing: a stopped inverter would see it`,
        weight: 6,
      },
    ],
    nextTest: `Open-circuit voltage of ${only.id} at the isolator, load side and line side`,
  };
}

/** A detector's finding as a cause without anything to fit. */
function asCandidate(signature: Signature, layers: (on: Axis) => Layer[]): Candidate {
  const { cause, scope, from, to, evidence, nextTest, told } = signature;
  return {
    ...{ cause, scope, parameters: [], price: 0, leastShare: -1, layers, nextTest },
    span: () => ({ from, to }),
    evidence: () => evidence,
    told: () => ({ ...told }),
  };
}

function within(on: Axis, { from, to }: Signature, value: (i: number) => number): Float64Array {
  return Float64Array.from(on.interval, (i) => {
    const middle = i + (on.per >> 1);
    return middle >= from && (to === null || middle < to) ? value(middle) : 1;
  });
}

/** Nothing where an outage was seen: the intervals that its detector claimed. */
function outageLayer(on: Axis, unit: number, { claimed }: UnitState, { from, to }: Signature): Layer {
  const values = Float64Array.from(on.interval, (first) => {
    let stopped = 0;
    for (let i = first; i < Math.min(claimed.length, first + on.per); i++) if (i >= from && (to === null || i < to)) stopped += claimed[i];
    return 1 - stopped / on.per;
  });
  return { unit, stage: "off", strings: null, values };
}
