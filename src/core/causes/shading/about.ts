import { about, takes } from "../about";

export const shading = about({
  id: "shading",
  kind: "environment",
  title: "Shade",
  owner: "A shadow falls on {place} and comes back whenever the sun stands in the same part of the sky.",
  technician: "{Place} loses direct light at the same places of the sun.",
  work: "clear-shade",
  priorLogOdds: -1.5,
  loss: takes(
    "P → P · (1 − depth · direct share)",
    "While the sun stands behind what casts the shadow; its sides, top and depth are fitted to where in the sky something is missing.",
  ),
  nextTest: "Look from {scope} to the sun at the hour of the loss; height and bearing of what stands there",
  caution: "Look from the ground; no climbing for a shadow.",
  hatch: "M0 8 L8 0 M-2 2 L2 -2 M6 10 L10 6",
  onePart: true,
  oneStory: true,
});
