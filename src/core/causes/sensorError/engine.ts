import type { CauseEngine } from "../../signatures/causeEngine";
import { sensorError as fault } from "./fault";
import { sensorHides } from "./hides";
import { givenLevel } from "./level";
import { proposeSensorError, resumeSensorError } from "./sensorError";
import { detectShadedSensor } from "./shadedSensor";

/** Fitted as a factor of the light; one that stands in a shadow is told by the place of the sun. */
export const sensorError: CauseEngine<"sensor-error"> = {
  cause: "sensor-error",
  inLight: detectShadedSensor,
  propose: proposeSensorError,
  given: givenLevel,
  hides: sensorHides,
  resume: resumeSensorError,
  paper: {
    actsAs: "the light of all units",
    toldFrom:
      "a drift upwards of 5 % and more in 295 days and more; a lean of 7° and more; all units over what they could in plain light, in the part of the sky where nothing else takes from it, from 6 % (where an ordinary error is as likely, at some 7.5 %); a shadow on the sensor",
    notTakenFor: "dirt: a sensor that says too much isn't told",
  },
  fault,
};
