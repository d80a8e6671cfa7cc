import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import { duller } from "../duller";
import siteFile from "../sites/mill-cottage.site.json";

/** A November of fog over the valley. */
const DARK = { fromMs: Date.parse("2026-10-31T23:00:00Z"), share: 0.45 } as const;

/** A healthy array in a dark month: the owner worries without need. */
export const millCottage: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "mill-cottage.site.json"),
  seed: 1023,
  period: { ...YEAR, from: "2025-11-24T23:00:00Z", loadedUntil: "2026-11-24T23:00:00Z", to: "2026-11-24T23:00:00Z" },
  faults: [],
  weather: (series) => duller(series, DARK),
  trueRatio: 1.005,
  told: TELLS.power,
  case: {
    id: "mill-cottage-2026",
    kind: "complaint",
    title: "Hardly anything in November",
    openedAt: "2026-11-25T08:05:00Z",
    owner: "The owner of Mill Cottage",
    brief: {
      complaint: "The owner is worried: November brought half of the last one.",
      since: "This month.",
      history: "Built 2023, no trouble so far.",
      hazards: "Mill race beside the ladder point.",
      access: "Bell at the mill. Inverter on the north wall.",
    },
  },
};
