import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/joinery.site.json";

/** A joinery with more modules than its inverter can pass, on two aspects, and one string over both. */
export const joinery: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "joinery.site.json"),
  seed: 505,
  period: YEAR,
  faults: [{ cause: "orientation-mismatch", scope: "c1", plane: "south-east", modules: 7, from: null, to: null }],
  trueRatio: 1,
  told: TELLS.strings,
  case: {
    id: "joinery-2026",
    kind: "complaint",
    title: "Flat at noon, and the third input is odd",
    openedAt: "2026-11-13T07:15:00Z",
    owner: "The joinery by the Saw Bridge",
    brief: {
      complaint: "The foreman sees a flat line at noon on good days and one input that does less than its like.",
      since: "Since it was built.",
      history: "More modules than the inverter can pass, on two aspects, 2021. The last string was closed with what was left over.",
      hazards: "Forklifts in the yard. Fragile roof lights between the rows.",
      access: "Office first. Inverter in the switch room, key from the foreman.",
    },
  },
};
