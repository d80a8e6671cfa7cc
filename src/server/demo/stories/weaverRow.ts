import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/weaver-row.site.json";

/** A terraced house with micro-inverters, snow, and a neighbour's gable in the afternoon. */
export const weaverRow: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "weaver-row.site.json"),
  seed: 642,
  period: YEAR,
  faults: [
    { cause: "shading", scope: "street", kind: "building", bearingDeg: 248, distanceM: 7, heightM: 5, widthM: 9, from: null, to: null },
  ],
  trueRatio: 1,
  told: TELLS.modules,
  case: {
    id: "weaver-row-2026",
    kind: "complaint",
    title: "Stops early in the afternoon",
    openedAt: "2026-11-16T08:40:00Z",
    owner: "The owners of Weaver Row 7",
    brief: {
      complaint: "It stops making power by four in summer. The seller promised more.",
      since: "Since it was built; the neighbour raised his gable the same year.",
      history: "Micro-inverters under each of twelve modules, 2022.",
      hazards: "Narrow street: barrier and a second person for the ladder. Shared roof with number 9.",
      access: "House door, staircase, skylight. Neighbours to be told the day before.",
    },
  },
};
