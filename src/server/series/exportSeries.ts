import { NotFoundError } from "@/core/errors/errors";
import type { SeriesKind } from "@/core/formats/seriesColumns";
import { hasSeries, seriesLines } from "@/db/seriesLines";
import { type Actor, allow } from "../actor";
import { presentSite } from "../sites/asBuilt";

/** A site's series as the lines of a CSV. @throws NotFoundError where there is no site, or nothing of this kind */
export async function exportSeries(actor: Actor, siteId: string, kind: SeriesKind): Promise<AsyncGenerator<string>> {
  allow(actor, "read");
  await presentSite(siteId);
  if (!(await hasSeries(siteId, kind))) throw new NotFoundError(`${kind} series of site`, siteId);
  return seriesLines(siteId, kind);
}
