import type { UnitLook } from "../../signatures/causeEngine";
import type { Signature } from "../../signatures/signature";

/** Voltage of a string that counts as none, of what it works at; and for how much of the stop. */
const NO_VOLTAGE = 0.05;
const LEAST_SHARE = 0.9;

/** An inverter whose only string has no voltage in good light isn't stopped: nothing comes to it. A stopped one sees the open circuit's. */
export function withoutVoltage(look: UnitLook, stops: readonly Signature[]): Signature[] {
  return stops.map((stop) => openInstead(look, stop) ?? stop);
}

function openInstead({ comparison: { expected }, state: { unit, claimed } }: UnitLook, stop: Signature): Signature | null {
  const [only, ...more] = unit.strings;
  const volts = only && more.length === 0 ? unit.stringVolts.get(only.id) : undefined;
  const works = only ? expected.strings.get(only.id)?.voltsV : undefined;
  if (!volts || !works || works.length === 0) return null;
  let [lit, none] = [0, 0];
  for (let i = stop.from; i < (stop.to ?? volts.length); i++) {
    if (!claimed[i] || Number.isNaN(volts[i]) || !(works[i] > 0)) continue;
    lit++;
    if (volts[i] < NO_VOLTAGE * works[i]) none++;
  }
  if (lit === 0 || none < LEAST_SHARE * lit) return null;
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
