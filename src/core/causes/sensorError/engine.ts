import type { CauseEngine } from "../../signatures/causeEngine";
import { sensorError as fault } from "./fault";
import { proposeSensorError } from "./sensorError";
import { detectShadedSensor } from "./shadedSensor";

/** Fitted as a factor of the light; one that stands in a shadow is told by the place of the sun. */
export const sensorError: CauseEngine<"sensor-error"> = {
  cause: "sensor-error",
  inLight: detectShadedSensor,
  propose: proposeSensorError,
  fault,
};
