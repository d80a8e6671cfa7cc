import { about } from "../about";

export const dataGap = about({
  id: "data-gap",
  kind: "data",
  title: "Data missing",
  plain: "Values are missing, stuck or impossible.",
  priorLogOdds: -1,
  loss: { formula: "0", source: "What wasn't measured is neither output nor loss: both sums leave these intervals out." },
  nextTest: "Power and line of the logger",
  hatch: "M2 0 V3 M2 5 V8 M6 0 V3 M6 5 V8",
});
