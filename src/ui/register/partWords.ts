import type { PartFields, PartKind } from "@/core/changes/partFields";
import type { NextPart, NextReason, PartAge } from "@/core/register/outlook";
import type { Part } from "@/core/register/parts";
import { placeWords } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { dayText } from "../marks/words";

/** What parts of a kind are called, one and many. */
export const KIND_WORDS: Record<PartKind, [string, string]> = {
  module: ["Module", "Modules"],
  inverter: ["Inverter", "Inverters"],
  converter: ["Module electronics", "Module electronics"],
  isolator: ["Isolator", "Isolators"],
  protector: ["Protector", "Protectors"],
  mount: ["Mount", "Mounts"],
  rail: ["Rail", "Rails"],
  cable: ["Cable", "Cables"],
  meter: ["Meter", "Meters"],
  battery: ["Battery", "Batteries"],
  gateway: ["Gateway", "Gateways"],
};

export const MAKER_WORDS: Record<Exclude<PartFields["makerState"], "">, string> = {
  trading: "Maker trades",
  gone: "Maker gone",
  unknown: "Maker not known",
};

/** "Inverter inv1": a part for a list. */
export function partTitle(part: Pick<Part, "kind" | "place">, site: SiteFile): string {
  // One line stands for all modules of a string.
  const many = part.kind === "module" && site.strings.some(({ id }) => id === part.place);
  const one = KIND_WORDS[part.kind][many ? 1 : 0];
  if (part.place === "" || part.place === "site") return one;
  const where = placeWords(site, part.place);
  return where.startsWith(one.toLowerCase()) ? where.charAt(0).toUpperCase() + where.slice(1) : `${one}, ${where}`;
}

/** "Tarnwerk T7, no. 0815". */
export function partType({ maker, model, serial }: Pick<Part, "maker" | "model" | "serial">): string {
  return [[maker, model].filter(Boolean).join(" "), serial ? `no. ${serial}` : ""].filter(Boolean).join(", ");
}

/** "7.5 years", "7.5 years, as the plant". */
export function ageWords({ years, ofPlant }: PartAge): string {
  if (years === null) return "age not known";
  return `${years < 10 ? years.toFixed(1) : Math.round(years)} years${ofPlant ? ", as the plant" : ""}`;
}

/** "Guarantee until 1 Jun 2029". */
export function warrantyWords({ warrantyUntil }: Pick<Part, "warrantyUntil">, { warranty }: PartAge): string {
  if (warranty === "unknown") return "";
  return warranty === "running" ? `Guarantee until ${dayText(warrantyUntil)}` : `Guarantee ended ${dayText(warrantyUntil)}`;
}

const REASONS: Record<Exclude<NextReason, "age">, string> = {
  stop: "found dangerous",
  fix: "found not in order",
  gone: "maker gone: look for a spare now",
};

/** Why a part is next, in words. */
export function reasonWords({ reasons, age }: NextPart): string {
  return reasons
    .map((reason) =>
      reason === "age"
        ? `${Math.round((age.likely ?? 0) * 100)} of 100 of its kind and age are replaced within ${countWords(age.aheadYears)}`
        : REASONS[reason],
    )
    .join("; ");
}

const countWords = (years: number) => (years === 1 ? "a year" : `${years} years`);
