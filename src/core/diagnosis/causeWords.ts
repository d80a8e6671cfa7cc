import { CAUSES, type CauseId, sentenceOf } from "../causes/causes";
import { placeOf } from "../plane/scopePlace";
import { ownerPlaceWords, placeWords } from "../site/places";
import type { SiteFile } from "../site/siteSchema";

interface At {
  cause: CauseId;
  scope: string;
}

/** Where a cause is, in words: "string s2", "one string of inverter inv1", with more of the house for an owner. */
export function causePlace(site: SiteFile, { cause, scope }: At, to: "owner" | "technician"): string {
  const words = to === "owner" ? ownerPlaceWords(site, scope) : placeWords(site, scope);
  const { partOf } = CAUSES[cause];
  const place = placeOf(site, scope);
  const larger = place !== null && place.kind !== "string" && place.kind !== "module" && place.strings.size > 1;
  return partOf && larger ? `${partOf} ${words === "whole site" ? "the whole site" : words}` : words;
}

/** What an owner, or a technician, is told of a cause at its place, in a sentence. */
export function causeSentence(site: SiteFile, at: At, to: "owner" | "technician"): string {
  return sentenceOf(at.cause, to, causePlace(site, at, to));
}
