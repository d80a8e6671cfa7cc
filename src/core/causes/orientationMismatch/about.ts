import { about, takes } from "../about";

export const orientationMismatch = about({
  id: "orientation-mismatch",
  kind: "design",
  title: "Mixed aspects in a string",
  owner: "The modules of {place} don't all face the same way, and it works as its darker part does.",
  technician: "{Place} spans planes of different tilt or direction.",
  work: null,
  priorLogOdds: -2.5,
  loss: takes(
    "P_string → that of a string lit in two ways",
    "In series it works at the current of its darker part, or past it through the bypass diodes.",
  ),
  nextTest: "Tilt and direction of the modules of {scope}, one by one",
  hatch: "M0 0 L4 8 L8 0",
  onePart: true,
  partOf: "one string of",
});
