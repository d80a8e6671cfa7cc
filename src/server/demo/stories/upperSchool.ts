import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/upper-school.site.json";

/** A school whose logger's clock has been wrong since summer time. */
export const upperSchool: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "upper-school.site.json"),
  seed: 1848,
  period: YEAR,
  faults: [{ cause: "clock-error", scope: "site", offsetMinutes: 60, from: "2026-03-29T01:00:00Z", to: null }],
  trueRatio: 0.995,
  told: TELLS.power,
  case: {
    id: "upper-school-2026",
    kind: "routine",
    title: "Yearly inspection",
    openedAt: "2026-11-17T09:00:00Z",
    owner: "The school board of Obergrund",
    brief: {
      complaint: "None; the caretaker says that the curve on the display in the hall lies too late.",
      since: "Since the spring.",
      history: "Ballasted on the flat roof, 2018. The logger was set by hand after a power cut in March.",
      hazards: "Roof hatch without a rail. Children at the doors at 7:45, 9:50 and 12:00.",
      access: "Caretaker's lodge; roof hatch in the attic of the gymnasium.",
    },
  },
};
