import type { SiteFile } from "../site/siteSchema";
import { designTempsOf } from "./designTemps";
import type { DesignLimit, DesignRule } from "./rule";
import { coldVoltage } from "./rules/coldVoltage";
import { conductors } from "./rules/conductors";
import { inputCurrent } from "./rules/inputCurrent";
import { mppWindow } from "./rules/mppWindow";
import { parallelStrings, stringFuse, unlikeStrings } from "./rules/parallelStrings";
import { dcAcRatio, microRating } from "./rules/ratings";
import { totals } from "./rules/totals";

/** Every rule of design. A new one is a file beside these and a line here. */
export const DESIGN_RULES: readonly DesignRule[] = [
  coldVoltage,
  mppWindow,
  inputCurrent,
  parallelStrings,
  stringFuse,
  unlikeStrings,
  microRating,
  conductors,
  dcAcRatio,
  totals,
];

/** Design limits of a site, `irradant-check/1`. */
export interface SiteCheck {
  format: "irradant-check/1";
  site: string;
  limits: DesignLimit[];
}

/** Holds a site against every design limit that its description tells enough for; those that it breaks first. Local rules and a licensed person decide. */
export function checkSite(site: SiteFile): SiteCheck {
  const design = { site, temps: designTempsOf(site) };
  const limits = DESIGN_RULES.flatMap((rule) => rule.hold(design));
  return { format: "irradant-check/1", site: site.id, limits: limits.sort((a, b) => Number(a.ok) - Number(b.ok)) };
}
