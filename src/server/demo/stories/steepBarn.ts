import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/steep-barn.site.json";

/** A dead string of three on a hillside barn whose monitoring tells AC power alone. */
export const steepBarn: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "steep-barn.site.json"),
  seed: 318,
  period: YEAR,
  faults: [{ cause: "string-open", scope: "s2", from: "2026-08-19T12:30:00Z", to: null }],
  trueRatio: 0.99,
  told: TELLS.power,
  case: {
    id: "steep-barn-2026",
    kind: "complaint",
    title: "The display shows a third less since the hay was brought in",
    openedAt: "2026-11-12T10:20:00Z",
    owner: "The farm at Sonnseit 14",
    brief: {
      complaint: "The farmer says that the display stood a third lower from the second hay on.",
      since: "Second half of August, when the hay was blown in.",
      history: "Built 2017. A marten was in the barn in June. Two strings on the first input, one on the second.",
      hazards: "Slope of 38° above the threshing floor, ladder on grass. Hay dust: no sparks.",
      access: "Through the upper gate, tractor road. Inverter behind the fanning mill.",
    },
  },
};
