import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/larch-house.site.json";

/** One of two strings has given nothing since March; the summer's data wait to be imported. */
export const larchHouse: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "larch-house.site.json"),
  seed: 4711,
  period: { ...YEAR, loadedUntil: "2026-04-30T22:00:00Z" },
  faults: [{ cause: "string-open", scope: "s2", from: "2026-03-14T09:20:00Z", to: null }],
  trueRatio: 0.985,
  told: TELLS.strings,
  case: {
    id: "larch-house-2026",
    kind: "complaint",
    title: "Makes about half since spring",
    openedAt: "2026-11-20T09:10:00Z",
    owner: "The owners of Larch House",
    brief: {
      complaint: "The owner compared this year's yield with the last: since spring the display shows about half of what it did.",
      since: "Spring; no storm, no work on the house. The terrace door side was painted in March.",
      history: "Built 2019, never serviced. Isolator on the south wall beside the terrace, inverter under the eaves.",
      hazards: "Steep roof, clay tiles. Walk of flagstones under the eaves: snow comes down there.",
      access: "Ladder point at the east gable, anchor hook in the ridge. Dog in the yard: ring first.",
    },
  },
};
