import { about, takes } from "../about";

export const clipping = about({
  id: "clipping",
  kind: "design",
  title: "Clipped at the rating",
  owner: "{Place} is smaller than its modules on purpose and flattens the best hours.",
  technician: "{Place} stands at its AC rating.",
  work: null,
  priorLogOdds: -1,
  loss: takes("P → least of P and the AC rating", "Rating from the site file; told only where the output stands at it."),
  nextTest: "A larger inverter would bring what is told here; it is built so",
  hatch: "M0 2 H8",
});
