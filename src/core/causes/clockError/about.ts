import { about, NOTHING_LOST } from "../about";

export const clockError = about({
  id: "clock-error",
  kind: "data",
  title: "Clock is wrong",
  plain: "The times in the production data don't fit the sun.",
  priorLogOdds: -2.5,
  loss: NOTHING_LOST,
  nextTest: "Clock of the logger against the time signal",
  hatch: "M4 1 V4 H7",
});
