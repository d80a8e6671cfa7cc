import { about, NOTHING_LOST } from "../about";

export const sensorError = about({
  id: "sensor-error",
  kind: "data",
  title: "Light sensor is off",
  owner: "The light sensor of {place} is dirty, shaded, tilted or drifting.",
  technician: "The light that was measured for {place} doesn't fit what all its inverters made.",
  work: "set-sensor",
  priorLogOdds: -2.5,
  loss: NOTHING_LOST,
  nextTest: "Look at the light sensor: level, clean, unshaded; a second one beside it",
  caution: "Where the sensor stands on a roof, only a secured person goes to it.",
  hatch: "M4 4 m-2.4 0 a2.4 2.4 0 1 0 4.8 0 a2.4 2.4 0 1 0 -4.8 0",
  oneStory: true,
});
