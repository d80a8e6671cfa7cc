import { about, takes } from "../about";

export const startThreshold = about({
  id: "start-threshold",
  kind: "design",
  title: "Too little light to start",
  owner: "In dim light {place} doesn't run yet; it is built so.",
  technician: "{Place} stays under its start threshold in dim light.",
  work: null,
  priorLogOdds: -1,
  loss: takes("P → 0 where DC power is under the start", "Start threshold from the site file."),
  nextTest: "An inverter that starts earlier would bring what is told here; it is built so",
  hatch: "M4 0 V8",
});
