import { about, takes } from "../about";

export const soiling = about({
  id: "soiling",
  kind: "environment",
  title: "Soiling",
  owner: "Dirt builds up on {place} between rains.",
  technician: "{Place} loses a little more each dry day and comes back with rain or cleaning.",
  work: "clean",
  priorLogOdds: -1.5,
  loss: takes(
    "P → P · (1 − least of cap and r · days since the last wash)",
    "r: loss a dry day; it and the cap are fitted, washes are rain and cleanings seen as jumps.",
  ),
  nextTest: "Look at {scope}, and clean one module to hold its current against its neighbours",
  caution:
    "From the ground where it can be seen from there: wet glass is slippery, cold water on hot glass cracks it, and nobody steps on modules.",
  hatch: "M1 1 h0.9 M5 2.5 h0.9 M3 5 h0.9 M7 6.5 h0.9",
  oneStory: true,
});
