import { YEAR_MS } from "../constants";
import type { SiteFile } from "../site/siteSchema";

/** Ordinary ageing of a site's modules: a straight line from the day of commissioning, as the site file says. */
export class OrdinaryAgeing {
  private readonly commissionedMs: number;
  private readonly lossPerMs: number;

  /** @param counts false where ageing isn't to count; a site without a date of commissioning doesn't age either */
  constructor(site: Pick<SiteFile, "commissioned" | "losses">, counts: boolean) {
    this.commissionedMs = counts && site.commissioned ? Date.parse(site.commissioned) : Number.POSITIVE_INFINITY;
    this.lossPerMs = site.losses.degradationPctPerYear / 100 / YEAR_MS;
  }

  /** Share of the new output that is left at an instant, 0 to 1. */
  shareAt(utcMs: number): number {
    const inServiceMs = utcMs - this.commissionedMs;
    return inServiceMs > 0 ? Math.max(0, 1 - this.lossPerMs * inServiceMs) : 1;
  }
}
