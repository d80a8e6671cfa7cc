import { placeOf } from "@/core/plane/scopePlace";
import type { SiteFile } from "@/core/site/siteSchema";

/** A scope as people say it: "string s2", "module s2.07", "the whole site". */
export function placeWords(site: SiteFile, scope: string): string {
  const place = placeOf(site, scope);
  if (!place) return scope;
  if (place.kind === "site") return "the whole site";
  if (place.kind === "meter") return `meter ${scope.slice("meter.".length)}`;
  return `${place.kind} ${scope}`;
}
