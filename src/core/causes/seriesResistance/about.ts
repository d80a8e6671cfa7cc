import { about, takes } from "../about";

export const seriesResistance = about({
  id: "series-resistance",
  kind: "fault",
  title: "High-resistance joint",
  owner: "A poor joint or too thin a cable in {place} wastes most in the best hours, and a poor joint gets hot.",
  technician: "{Place} loses voltage in proportion to its current: a joint or a conductor of too much resistance.",
  work: "remake-joint",
  priorLogOdds: -3,
  loss: takes(
    "P_string → P · (1 − R · I ÷ U)",
    "R: by how much its voltage falls with its current more than before, Ω; told from power alone, fitted, with the rated voltage and the current of the light.",
  ),
  nextTest: "Temperature of joints and terminals of {scope} at full load, against each other",
  caution: "A bad joint can arc when it is opened under load: isolate first.",
  hatch: "M0 4 L2 1 L6 7 L8 4",
  onePart: true,
});
