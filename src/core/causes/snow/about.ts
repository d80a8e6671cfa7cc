import { about, takes } from "../about";

export const snow = about({
  id: "snow",
  kind: "environment",
  title: "Snow cover",
  owner: "Snow lay on {place} until it melted or slid off.",
  technician: "{Place} gave little or nothing after snowfall until it was clear.",
  work: null,
  priorLogOdds: -1.5,
  loss: takes("P → measured", "On the covered days whatever is missing beyond the other causes is the snow's."),
  nextTest: "Look at {scope} from the ground",
  caution: "From the ground only: never from a ladder or the roof. Keep people out from under the eaves.",
  hatch: "M2 1.4 V3 M1.2 2.2 H2.8 M6 5.4 V7 M5.2 6.2 H6.8",
  oneStory: true,
});
