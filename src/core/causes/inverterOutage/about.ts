import { about, takes } from "../about";

export const inverterOutage = about({
  id: "inverter-outage",
  kind: "fault",
  title: "Inverter stopped",
  owner: "{Place} gave nothing in daylight although there was light enough.",
  technician: "{Place} stood still in light far above its start.",
  work: "mend-inverter",
  priorLogOdds: -2,
  loss: takes("P → 0", "Nothing came in the intervals told."),
  nextTest: "Error log of {scope}, its breaker, and DC voltage at its input",
  caution:
    "The DC input stays live in daylight after switching off. Wait out the discharge time on the label, prove dead before you touch.",
  hatch: "M0 2 H8 M0 6 H8",
  seenInData: true,
});
