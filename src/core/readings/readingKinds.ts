import { RefusedError } from "../errors/errors";
import type { Reading } from "../formats/readingFile";
import { coldVoltage } from "./kinds/coldVoltage";
import { continuity } from "./kinds/continuity";
import { earthFaultPosition } from "./kinds/earthFaultPosition";
import { hotCell } from "./kinds/hotCell";
import { insulationResistance } from "./kinds/insulationResistance";
import { openCircuitVoltage } from "./kinds/openCircuitVoltage";
import { safeVoltage } from "./kinds/safeVoltage";
import { shortCircuitCurrent } from "./kinds/shortCircuitCurrent";
import { torque } from "./kinds/torque";
import type { ReadingKind, Verdict } from "./verdict";

type Kind = Reading["kind"];

/** Every kind of reading that is judged, in the order of the public format. */
const KINDS: { [K in Kind]?: ReadingKind<K> } = {
  "safe-voltage": safeVoltage,
  "open-circuit-voltage": openCircuitVoltage,
  "short-circuit-current": shortCircuitCurrent,
  "insulation-resistance": insulationResistance,
  "earth-fault-position": earthFaultPosition,
  continuity,
  "hot-cell": hotCell,
  "cold-voltage": coldVoltage,
  torque,
};

/** Kinds that are judged. */
export const JUDGED_KINDS = Object.keys(KINDS) as Kind[];

/** How readings of a kind are judged. @throws RefusedError where that isn't known */
export function readingKind<K extends Kind>(kind: K): ReadingKind<Kind> {
  const found = KINDS[kind];
  if (!found)
    throw new RefusedError(`found ${JSON.stringify(kind)}, which isn't judged yet, expected one of ${JUDGED_KINDS.join(", ")}`, "kind");
  return found as unknown as ReadingKind<Kind>;
}

/** Judges one measurement, `irradant-verdict/1`. @throws RefusedError where its kind isn't judged */
export function verdictOf(reading: Reading): Verdict {
  return { format: "irradant-verdict/1", kind: reading.kind, ...readingKind(reading.kind).judge(reading) };
}
