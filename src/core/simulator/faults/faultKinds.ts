import type { CauseId } from "../../causes/causes";
import { bypassConducting } from "./bypassConducting";
import { clipping } from "./clipping";
import { clockError } from "./clockError";
import { curtailment } from "./curtailment";
import { dataGap } from "./dataGap";
import { degradation } from "./degradation";
import type { FaultKind } from "./faultKind";
import { inverterOutage } from "./inverterOutage";
import { moduleConverterFailed } from "./moduleConverterFailed";
import { orientationMismatch } from "./orientationMismatch";
import { scaleError } from "./scaleError";
import { sensorError } from "./sensorError";
import { seriesResistance } from "./seriesResistance";
import { shading } from "./shading";
import { snow } from "./snow";
import { soiling } from "./soiling";
import { startThreshold } from "./startThreshold";
import { stringOpen } from "./stringOpen";
import { thermalDerating } from "./thermalDerating";
import { wetInsulationTrip } from "./wetInsulationTrip";

/** Every cause as the simulator makes it. A new one is a file beside these and a line here. */
const KINDS: readonly FaultKind[] = [
  stringOpen,
  bypassConducting,
  moduleConverterFailed,
  inverterOutage,
  wetInsulationTrip,
  seriesResistance,
  thermalDerating,
  degradation,
  shading,
  snow,
  soiling,
  clipping,
  curtailment,
  startThreshold,
  orientationMismatch,
  clockError,
  dataGap,
  sensorError,
  scaleError,
];

const BY_CAUSE: ReadonlyMap<CauseId, FaultKind> = new Map(KINDS.map((kind) => [kind.cause, kind]));

/** How the simulator makes a cause. The registry is complete; a test sees to that. */
export function faultKindOf(cause: CauseId): FaultKind {
  return BY_CAUSE.get(cause) as FaultKind;
}
