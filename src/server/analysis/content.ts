import { SiteRecord } from "@/db/models/records";
import { readPacked } from "@/db/seriesStore";
import { heldAsBuilts, presentSite } from "../sites/asBuilt";
import type { SiteContent } from "../work/taskTypes";

/** Tries this often for a moment at which nothing changes while it is read. */
const MOST_TRIES = 5;

/**
 * A site's description and data, all of one revision.
 * @returns the revision too; null where it changed each time it was read, and the caller has to ask again later
 */
export async function siteContent(siteId: string): Promise<{ content: SiteContent; revision: number } | null> {
  for (let k = 0; k < MOST_TRIES; k++) {
    const { revision } = await presentSite(siteId);
    const asBuilts = await heldAsBuilts(siteId);
    const weather = await readPacked(siteId, "weather");
    const production = await readPacked(siteId, "production");
    const after = await SiteRecord.findByPk(siteId, { attributes: ["revision"], raw: true });
    if (after?.revision === revision) return { content: { asBuilts, weather, production }, revision };
  }
  return null;
}
