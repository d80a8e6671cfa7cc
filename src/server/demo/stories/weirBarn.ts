import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/weir-barn.site.json";

/** The west inverter stands still, and the logger was off in July. */
export const weirBarn: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "weir-barn.site.json"),
  seed: 1207,
  period: YEAR,
  faults: [
    { cause: "data-gap", scope: "inv-e", from: "2026-07-06T22:00:00Z", to: "2026-07-11T10:00:00Z" },
    { cause: "inverter-outage", scope: "inv-w", from: "2026-10-19T11:45:00Z", to: null },
  ],
  trueRatio: 0.97,
  told: TELLS.power,
  case: {
    id: "weir-barn-2026",
    kind: "alarm",
    title: "West inverter silent since October",
    openedAt: "2026-11-02T07:30:00Z",
    owner: "The farm at the weir",
    brief: {
      complaint: "The west half sends no power any more. The east half runs.",
      since: "19 October, about noon.",
      history: "Both inverters are from 2014. The logger was off for some days in July.",
      hazards: "Hay in the barn: no sparks, no open flame. Stairs without a rail.",
      access: "Key at the mill. Inverters on the gallery, north wall.",
    },
  },
};
