import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, THREE_YEARS } from "../demoSite";
import siteFile from "../sites/lake-rack.site.json";

/** Three years of a rack by the lake whose willows grow. */
export const lakeRack: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "lake-rack.site.json"),
  seed: 777,
  period: THREE_YEARS,
  faults: [
    {
      ...{ cause: "shading", scope: "rack", from: null, to: null },
      ...{ kind: "tree", bearingDeg: 225, distanceM: 15, heightM: 4.5, widthM: 14, growthMPerYear: 0.8, surveyed: "2023-11-01" },
    },
  ],
  trueRatio: 1.005,
  told: TELLS.power,
  case: {
    id: "lake-rack-2026",
    kind: "complaint",
    title: "Less from year to year",
    openedAt: "2026-11-09T13:00:00Z",
    owner: "The owner of the lakeside rack",
    brief: {
      complaint: "The yearly sums fall: each autumn earlier, the owner says.",
      since: "For two or three years, worst in autumn.",
      history: "Ground-mounted rack by the shore, 2019. The willows belong to the municipality.",
      hazards: "Soft shore, cattle fence under voltage. Nesting birds until July.",
      access: "Boat house key. Fence switch at the byre.",
    },
  },
};
