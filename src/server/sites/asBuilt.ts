import { LRUCache } from "lru-cache";
import { FailedError, IrradantError, NotFoundError } from "@/core/errors/errors";
import { FormatError } from "@/core/errors/formatError";
import { readSiteFile } from "@/core/formats/siteFile";
import type { SiteFile } from "@/core/site/siteSchema";
import { AsBuiltRecord, SiteRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { database } from "../database";
import { processWide } from "../processWide";

/** A site's description as it is now. */
export interface PresentSite {
  site: SiteFile;
  /** The same as stored text, for workers. */
  text: string;
  version: number;
  /** Counts every change of data or as-built. */
  revision: number;
}

/** As-builts kept when parsed; of large sites so many are some 100 MB. */
const MOST_PARSED = 300;

/** @throws NotFoundError where there is no such site, FailedError where what is stored of it can't be read */
export async function presentSite(siteId: string): Promise<PresentSite> {
  await database();
  const record = await SiteRecord.findByPk(siteId, { raw: true });
  const asBuilt = await AsBuiltRecord.findOne({ where: { siteId }, order: [["version", "DESC"]], raw: true });
  if (!record || !asBuilt) throw new NotFoundError("site", siteId);
  return { site: parsedAsBuilt(siteId, asBuilt.siteFile), text: asBuilt.siteFile, version: asBuilt.version, revision: record.revision };
}

/** A site's description as a file. @throws NotFoundError */
export async function siteFileOf(actor: Actor, siteId: string): Promise<string> {
  allow(actor, "read");
  return (await presentSite(siteId)).text;
}

/** @throws NotFoundError where there is no such site */
export async function requireSite(actor: Actor, siteId: string): Promise<void> {
  allow(actor, "read");
  await database();
  if (!(await SiteRecord.findByPk(siteId, { attributes: ["id"], raw: true }))) throw new NotFoundError("site", siteId);
}

/** Where new sites most likely are: the zone and currency of the site that was described last. */
export async function usualPlace(actor: Actor): Promise<{ timeZone: string; currency: string | null }> {
  allow(actor, "read");
  await database();
  const last = await AsBuiltRecord.findOne({ order: [["recordedAt", "DESC"]], raw: true });
  if (!last) return { timeZone: "UTC", currency: null };
  const { location, tariff } = parsedAsBuilt(last.siteId, last.siteFile);
  return { timeZone: location.timeZone, currency: tariff?.currency ?? null };
}

/**
 * A stored as-built, parsed once.
 * @throws FailedError where it can't be read: it was checked when it came in, so the store or the rules have changed
 */
export function parsedAsBuilt(siteId: string, text: string): SiteFile {
  const parsed = processWide("as-builts", () => new LRUCache<string, SiteFile>({ max: MOST_PARSED }));
  const known = parsed.get(text);
  if (known) return known;
  try {
    const site = readSiteFile(text, `${siteId}.site.json`);
    parsed.set(text, site);
    return site;
  } catch (error) {
    if (!(error instanceof IrradantError)) throw error;
    throw new FailedError(`What is stored of site ${siteId} can't be read (${shortly(error)}): add its site file anew to mend it`, {
      cause: error,
    });
  }
}

/** The first of a file's faults, and how many there are. */
function shortly(error: IrradantError): string {
  if (!(error instanceof FormatError)) return error.message;
  const others = error.faults.length + error.more - 1;
  return `${error.lines[0]}${others > 0 ? `, and ${others} more` : ""}`;
}
