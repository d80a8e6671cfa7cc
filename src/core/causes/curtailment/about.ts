import { about, takes } from "../about";

export const curtailment = about({
  id: "curtailment",
  kind: "design",
  title: "Held back",
  plain: "An export limit or a full battery holds the output back.",
  priorLogOdds: -1.5,
  loss: takes("P → least of P and the limit", "Limit from the site file; with a full battery, what was measured."),
  nextTest: "Export limit and battery as they are set",
  hatch: "M0 3 H4 M4 5 H8",
});
