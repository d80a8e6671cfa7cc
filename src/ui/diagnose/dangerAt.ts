import type { Ledger } from "@/core/diagnosis/ledger";
import { areRelated, placeOf } from "@/core/plane/scopePlace";
import type { SiteFile } from "@/core/site/siteSchema";

/** What can hurt someone where a test sends them: danger that was found there, in a part of it, or in what it is a part of. */
export function dangerAt(site: SiteFile, danger: Ledger["danger"], scope: string): Ledger["danger"] {
  const place = placeOf(site, scope);
  return danger.filter((one) => {
    const there = placeOf(site, one.scope);
    return !place || !there || areRelated(place, there);
  });
}
