import type { PartKind } from "../changes/partFields";
import { YEAR_MS } from "../constants";
import type { SiteFile } from "../site/siteSchema";
import { LIVES, type Life, likelyWithin, middleYears } from "./lives";
import { type Part, presentParts } from "./parts";

/** By what it is told what is likely next. */
export interface OutlookBy {
  lives: Record<PartKind, Life>;
  /** For how far ahead, years. */
  aheadYears: number;
  /** From which chance on a part's age alone puts it on the list, 0 to 1. */
  from: number;
}

/** What an owner plans is three years; one in four within them is worth a line in the report. */
export const USUAL_OUTLOOK: OutlookBy = { lives: LIVES, aheadYears: 3, from: 0.25 };

/** How a part stands in its life. */
export interface PartAge {
  /** Since it was installed, or since the plant went into service; null where neither is known. */
  years: number | null;
  /** Whether the plant's own age stands for it. */
  ofPlant: boolean;
  life: Life;
  /** At which age half of its kind have been replaced, years. */
  middleYears: number;
  /** How likely it is replaced within `aheadYears`, 0 to 1; null without an age. */
  likely: number | null;
  aheadYears: number;
  warranty: "running" | "over" | "unknown";
}

/** A part's age, and what is to be expected of it. @param today a day at the site, YYYY-MM-DD */
export function ageOfPart(part: Part, site: Pick<SiteFile, "commissioned">, today: string, by: OutlookBy = USUAL_OUTLOOK): PartAge {
  const since = part.installed || site.commissioned || "";
  const years = since && since <= today ? (Date.parse(today) - Date.parse(since)) / YEAR_MS : null;
  const life = by.lives[part.kind];
  return {
    years,
    ofPlant: part.installed === "" && years !== null,
    life,
    middleYears: middleYears(life),
    likely: years === null ? null : likelyWithin(life, years, by.aheadYears),
    aheadYears: by.aheadYears,
    warranty: part.warrantyUntil === "" ? "unknown" : part.warrantyUntil >= today ? "running" : "over",
  };
}

/** Why a part stands among what is next. */
export type NextReason = "stop" | "fix" | "age" | "gone";

/** A part that has to be thought of. */
export interface NextPart {
  part: Part;
  age: PartAge;
  reasons: NextReason[];
}

/**
 * What is likely next: what was found not in order, then what its age says, the likeliest first. That its maker is gone is told of each, and puts
 * a part of the electronics on the list from half its life on: a spare is still to be had somewhere now, and isn't once it has failed.
 */
export function nextParts(parts: readonly Part[], site: Pick<SiteFile, "commissioned">, today: string, by = USUAL_OUTLOOK): NextPart[] {
  return presentParts(parts)
    .map((part): NextPart => {
      const age = ageOfPart(part, site, today, by);
      const gone = part.makerState === "gone" && ELECTRONICS.has(part.kind) && (age.years === null || age.years > age.middleYears / 2);
      const reasons: NextReason[] = [
        ...(part.condition === "stop" || part.condition === "fix" ? [part.condition] : []),
        ...((age.likely ?? 0) >= by.from ? (["age"] as const) : []),
        ...(gone ? (["gone"] as const) : []),
      ];
      return { part, age, reasons };
    })
    .filter(({ reasons }) => reasons.length > 0)
    .sort((a, b) => rank(a) - rank(b) || (b.age.likely ?? 0) - (a.age.likely ?? 0));
}

const ELECTRONICS: ReadonlySet<Part["kind"]> = new Set(["inverter", "converter", "meter", "battery", "gateway"]);

const rank = ({ reasons }: NextPart) => (reasons.includes("stop") ? 0 : reasons.includes("fix") ? 1 : 2);
