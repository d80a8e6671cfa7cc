import type { CauseEngine } from "../signatures/causeEngine";
import { bypassConducting } from "./bypassConducting/engine";
import type { CauseId } from "./causes";
import { clipping } from "./clipping/engine";
import { clockError } from "./clockError/engine";
import { curtailment } from "./curtailment/engine";
import { dataGap } from "./dataGap/engine";
import { degradation } from "./degradation/engine";
import { inverterOutage } from "./inverterOutage/engine";
import { moduleConverterFailed } from "./moduleConverterFailed/engine";
import { orientationMismatch } from "./orientationMismatch/engine";
import { scaleError } from "./scaleError/engine";
import { sensorError } from "./sensorError/engine";
import { seriesResistance } from "./seriesResistance/engine";
import { shading } from "./shading/engine";
import { snow } from "./snow/engine";
import { soiling } from "./soiling/engine";
import { startThreshold } from "./startThreshold/engine";
import { stringOpen } from "./stringOpen/engine";
import { thermalDerating } from "./thermalDerating/engine";
import { wetInsulationTrip } from "./wetInsulationTrip/engine";

/**
 * How each cause of the catalogue is told and made. Beside `causes.ts` and not in it, since screens need the words without all of this;
 * the types see to it that neither has what the other hasn't.
 */
const BY_CAUSE: { readonly [Id in CauseId]: CauseEngine<Id> } = {
  "string-open": stringOpen,
  "bypass-conducting": bypassConducting,
  "module-converter-failed": moduleConverterFailed,
  "inverter-outage": inverterOutage,
  "wet-insulation-trip": wetInsulationTrip,
  "series-resistance": seriesResistance,
  "thermal-derating": thermalDerating,
  degradation: degradation,
  shading: shading,
  snow: snow,
  soiling: soiling,
  clipping: clipping,
  curtailment: curtailment,
  "start-threshold": startThreshold,
  "orientation-mismatch": orientationMismatch,
  "clock-error": clockError,
  "data-gap": dataGap,
  "sensor-error": sensorError,
  "scale-error": scaleError,
};

export const ENGINES: readonly CauseEngine[] = Object.values(BY_CAUSE);

export function engineOf(cause: CauseId): CauseEngine {
  return BY_CAUSE[cause];
}
