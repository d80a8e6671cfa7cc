import { about, takes } from "../about";

export const thermalDerating = about({
  id: "thermal-derating",
  kind: "fault",
  title: "Inverter too hot",
  owner: "{Place} gets too hot and cuts its output back in the best hours.",
  technician: "{Place} stands at a cap that falls as the air gets warmer: it derates by heat.",
  work: "cool-inverter",
  priorLogOdds: -2.5,
  loss: takes(
    "P → least of P and a cap that falls with the air's temperature",
    "Cap and fall are fitted to the hours in which it stood there; where it stood there, the cap is what was measured, within a fifth.",
  ),
  nextTest: "Case temperature of {scope} against air and load on a hot noon",
  caution: "The case can burn: measure, don't touch.",
  hatch: "M0 6 Q2 2 4 6 T8 6",
  oneStory: true,
});
