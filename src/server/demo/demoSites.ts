import type { BriefFields } from "@/core/changes/change";
import { readSiteFile } from "@/core/formats/siteFile";
import type { InjectedFault } from "@/core/simulator/production";
import type { SiteFile } from "@/core/site/siteSchema";
import larchHouse from "./sites/larch-house.site.json";
import meadowSchool from "./sites/meadow-school.site.json";
import weirBarn from "./sites/weir-barn.site.json";

/** A site of the demonstration: its papers, its hidden faults and the case that is open there. */
export interface DemoSite {
  site: SiteFile;
  seed: number;
  faults: InjectedFault[];
  trueRatio: number;
  stringCurrents: boolean;
  /** Data are loaded up to here; the rest waits in files to be imported. */
  loadedUntil: string;
  case: { id: string; kind: "complaint" | "alarm" | "routine"; title: string; openedAt: string; brief: BriefFields };
}

/** The demonstration's year, on the sites' own calendar. */
export const DEMO_PERIOD = { from: "2025-10-31T23:00:00Z", to: "2026-10-31T23:00:00Z" } as const;

const at = (text: string) => Date.parse(text);
const parse = (raw: unknown, id: string) => readSiteFile(JSON.stringify(raw), `${id}.site.json`);

/** An invented firm's sites in an invented alpine valley. */
export function demoSites(): DemoSite[] {
  return [
    {
      site: parse(larchHouse, "larch-house"),
      seed: 4711,
      faults: [{ kind: "string-open", string: "s2", fromMs: at("2026-03-14T09:20:00Z") }],
      trueRatio: 0.985,
      stringCurrents: true,
      loadedUntil: "2026-04-30T22:00:00Z",
      case: {
        id: "larch-house-2026",
        kind: "complaint",
        title: "Makes about half since spring",
        openedAt: "2026-11-20T09:10:00Z",
        brief: {
          complaint: "The owner compared this year's yield with the last: since spring the display shows about half of what it did.",
          since: "Spring; no storm, no work on the house. The terrace door side was painted in March.",
          history: "Built 2019, never serviced. Isolator on the south wall beside the terrace, inverter under the eaves.",
          hazards: "Steep roof, clay tiles. Walk of flagstones under the eaves: snow comes down there.",
          access: "Ladder point at the east gable, anchor hook in the ridge. Dog in the yard: ring first.",
        },
      },
    },
    {
      site: parse(weirBarn, "weir-barn"),
      seed: 1207,
      faults: [
        { kind: "data-gap", inverter: "inv-e", fromMs: at("2026-07-06T22:00:00Z"), toMs: at("2026-07-11T10:00:00Z") },
        { kind: "inverter-outage", inverter: "inv-w", fromMs: at("2026-10-19T11:45:00Z") },
      ],
      trueRatio: 0.97,
      stringCurrents: false,
      loadedUntil: DEMO_PERIOD.to,
      case: {
        id: "weir-barn-2026",
        kind: "alarm",
        title: "West inverter silent since October",
        openedAt: "2026-11-02T07:30:00Z",
        brief: {
          complaint: "The west half sends no power any more. The east half runs.",
          since: "19 October, about noon.",
          history: "Both inverters are from 2014. The logger was off for some days in July.",
          hazards: "Hay in the barn: no sparks, no open flame. Stairs without a rail.",
          access: "Key at the mill. Inverters on the gallery, north wall.",
        },
      },
    },
    {
      site: parse(meadowSchool, "meadow-school"),
      seed: 90,
      faults: [],
      trueRatio: 1.01,
      stringCurrents: false,
      loadedUntil: DEMO_PERIOD.to,
      case: {
        id: "meadow-school-2026",
        kind: "routine",
        title: "Yearly inspection before winter",
        openedAt: "2026-11-10T08:00:00Z",
        brief: {
          complaint: "None. The school asks whether clearing the snow in January was worth the caretaker's time.",
          since: "",
          history: "Ground-mounted in 2021, three rows on posts. Mown twice a year.",
          hazards: "Children on the field at break: 9:50 and 12:00.",
          access: "Gate by the bicycle shed, code from the caretaker.",
        },
      },
    },
  ];
}
