import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/chapel-annex.site.json";

/** A chapel annex with a wet isolator that trips it until it has dried. */
export const chapelAnnex: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "chapel-annex.site.json"),
  seed: 1620,
  period: YEAR,
  faults: [{ cause: "wet-insulation-trip", scope: "inv1", dryHours: 2.5, from: "2026-05-20T00:00:00Z", to: null }],
  trueRatio: 0.985,
  told: TELLS.power,
  case: {
    id: "chapel-annex-2026",
    kind: "alarm",
    title: "Off on some mornings, back by itself",
    openedAt: "2026-11-18T07:50:00Z",
    owner: "The parish of Kirchbichl",
    brief: {
      complaint: "The app reports the inverter off on some mornings; by noon it runs again.",
      since: "Since early summer, more often in autumn.",
      history: "Built 2016. The isolator beside the north porch was replaced in 2019.",
      hazards: "Steep roof of 40°, graves below the eaves. Isolator box in the drip of the eaves.",
      access: "Sacristan, ring the day before. No work during services.",
    },
  },
};
