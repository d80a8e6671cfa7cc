import { about, takes } from "../about";

export const degradation = about({
  id: "degradation",
  kind: "fault",
  title: "Decline beyond ageing",
  owner: "{Place} loses more from year to year than modules ordinarily do.",
  technician: "{Place} declines beyond ordinary ageing.",
  work: "measure-decline",
  priorLogOdds: -3,
  loss: takes(
    "P → P · (1 − r · years)",
    "r: loss a year beyond the ordinary ageing, fitted; of a single string, how its current sinks against its neighbours'.",
  ),
  nextTest: "I-V curve of {scope} against its data sheet at the light of that second",
  hatch: "M0 0 L8 8",
  oneStory: true,
});
