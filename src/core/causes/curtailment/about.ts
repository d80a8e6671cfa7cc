import { about, takes } from "../about";

export const curtailment = about({
  id: "curtailment",
  kind: "design",
  title: "Held back",
  owner: "An export limit or a full battery holds {place} back.",
  technician: "{Place} is held back at the export limit, or by a full battery.",
  work: null,
  priorLogOdds: -1.5,
  loss: takes("P → least of P and the limit", "Limit from the site file; with a full battery, what was measured."),
  nextTest: "Export limit and battery as they are set",
  hatch: "M0 3 H4 M4 5 H8",
});
