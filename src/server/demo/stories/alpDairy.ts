import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/alp-dairy.site.json";

/** A dairy's low roof beside a gravel track: dust in dry spells. */
export const alpDairy: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "alp-dairy.site.json"),
  seed: 933,
  period: YEAR,
  faults: [{ cause: "soiling", scope: "site", pctPerDay: 0.3, cleansMm: 6, from: null, to: null }],
  trueRatio: 1,
  told: TELLS.power,
  case: {
    id: "alp-dairy-2026",
    kind: "complaint",
    title: "Good after rain, poor after a dry week",
    openedAt: "2026-11-11T06:30:00Z",
    owner: "The dairy cooperative of Almboden",
    brief: {
      complaint: "The dairyman says that it is best after rain and worst at the end of a dry spell.",
      since: "Since the track beside the roof was laid with gravel.",
      history: "Flat pitch of 12°, sheet roof, 2020. Never washed.",
      hazards: "Sheet roof: slippery when wet, no anchor. Cold water on hot glass cracks it.",
      access: "Yard of the dairy; milk lorry at seven and at four.",
    },
  },
};
