import { about } from "../about";

export const scaleError = about({
  id: "scale-error",
  kind: "data",
  title: "Wrong by a factor",
  owner: "What is reported of {place} is wrong by the same factor at every hour.",
  technician: "{Place} is reported too high or too low by a constant factor.",
  work: "check-meter",
  priorLogOdds: -3,
  loss: {
    formula: "Σ (reported ÷ factor − reported) · Δt",
    source: "Factor: reported over what the other meter of the same energy says, or over what came before. It seems lost, and isn't.",
  },
  nextTest: "Read {scope} against the other meters of the same energy over an hour of good light",
  hatch: "M0 7 H8 M2 7 V4 M6 7 V2",
});
