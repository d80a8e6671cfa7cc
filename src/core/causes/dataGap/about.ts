import { about } from "../about";

export const dataGap = about({
  id: "data-gap",
  kind: "data",
  title: "Data missing",
  owner: "Of {place} values are missing, stuck or impossible: of these hours nothing can be said.",
  technician: "{Place} has hours without a usable value.",
  work: "mend-logging",
  priorLogOdds: -1,
  loss: { formula: "0", source: "What wasn't measured is neither output nor loss: both sums leave these intervals out." },
  nextTest: "Power and line of the logger",
  hatch: "M2 0 V3 M2 5 V8 M6 0 V3 M6 5 V8",
});
