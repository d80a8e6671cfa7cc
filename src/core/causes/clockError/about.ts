import { about, NOTHING_LOST } from "../about";

export const clockError = about({
  id: "clock-error",
  kind: "data",
  title: "Clock is wrong",
  owner: "The times in the data of {place} don't fit the sun: a clock is set wrong.",
  technician: "The time stamps of {place} are shifted against the sun.",
  work: "set-clock",
  priorLogOdds: -2.5,
  loss: NOTHING_LOST,
  nextTest: "Clock of the logger against the time signal",
  hatch: "M4 1 V4 H7",
});
