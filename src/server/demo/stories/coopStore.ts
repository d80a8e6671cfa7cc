import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, THREE_YEARS } from "../demoSite";
import siteFile from "../sites/coop-store.site.json";

/** An old array that declines by far more than its like: due for an upgrade. */
export const coopStore: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "coop-store.site.json"),
  seed: 1911,
  period: THREE_YEARS,
  faults: [{ cause: "degradation", scope: "inv1", pctPerYear: 2.6, from: null, to: null }],
  trueRatio: 0.97,
  told: TELLS.power,
  case: {
    id: "coop-store-2026",
    kind: "routine",
    title: "Keep it or build it new?",
    openedAt: "2026-11-06T14:10:00Z",
    owner: "The cooperative of Bahngrund",
    brief: {
      complaint: "The cooperative asks whether the array of 2011 is worth keeping.",
      since: "It has fallen for years.",
      history: "Polycrystalline modules of 2011, the maker is gone. Second inverter since 2019. The feed-in contract ends in 2031.",
      hazards: "Fibre cement in the hall's lower roof: nobody steps on it, no drilling.",
      access: "Station master has the key. Inverter in the former cold room.",
    },
  },
};
