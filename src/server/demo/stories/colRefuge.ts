import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/col-refuge.site.json";

/** A refuge off the grid whose battery is full at noon. */
export const colRefuge: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "col-refuge.site.json"),
  seed: 2140,
  period: YEAR,
  faults: [],
  trueRatio: 0.99,
  told: TELLS.battery,
  case: {
    id: "col-refuge-2026",
    kind: "routine",
    title: "Does the refuge need more modules?",
    openedAt: "2026-11-05T16:00:00Z",
    owner: "The warden of the refuge",
    brief: {
      complaint: "The warden asks for two more modules: the meter shows far less than the modules could.",
      since: "All summer.",
      history: "Stands alone with a battery of 12 kWh, 2020. A small generator for the winter room.",
      hazards: "Snow cornice above the path, loose rock. Battery room: no flame, vent first.",
      access: "Two hours on foot from the valley station, or the supply flight on Tuesdays.",
    },
  },
};
