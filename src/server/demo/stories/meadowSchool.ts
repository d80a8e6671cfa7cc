import { readSiteFile } from "@/core/formats/siteFile";
import { type DemoSite, TELLS, YEAR } from "../demoSite";
import siteFile from "../sites/meadow-school.site.json";

/** A healthy array with a snowy winter. */
export const meadowSchool: DemoSite = {
  site: readSiteFile(JSON.stringify(siteFile), "meadow-school.site.json"),
  seed: 90,
  period: YEAR,
  faults: [],
  trueRatio: 1.01,
  told: TELLS.power,
  case: {
    id: "meadow-school-2026",
    kind: "routine",
    title: "Yearly inspection before winter",
    openedAt: "2026-11-10T08:00:00Z",
    owner: "The school board of Hinterwies",
    brief: {
      complaint: "None. The school asks whether clearing the snow in January was worth the caretaker's time.",
      since: "",
      history: "Ground-mounted in 2021, three rows on posts. Mown twice a year.",
      hazards: "Children on the field at break: 9:50 and 12:00.",
      access: "Gate by the bicycle shed, code from the caretaker.",
    },
  },
};
