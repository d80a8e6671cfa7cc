import { NotFoundError } from "@/core/errors/errors";
import type { SeriesKind } from "@/core/formats/seriesColumns";
import { writeSeriesCsv } from "@/core/formats/seriesCsv";
import { loadSeries } from "@/db/seriesStore";
import { type Actor, allow } from "../actor";
import { presentSite } from "../sites/asBuilt";

/** A site's series as the lines of a CSV. @throws NotFoundError where there is no site, or nothing of this kind */
export async function exportSeries(actor: Actor, siteId: string, kind: SeriesKind): Promise<Generator<string>> {
  allow(actor, "read");
  await presentSite(siteId);
  const series = await loadSeries(siteId, kind);
  if (!series) throw new NotFoundError(`${kind} series of site`, siteId);
  return writeSeriesCsv(series);
}
