import { LRUCache } from "lru-cache";
import type { EarlierSite } from "@/core/dayBook/partEnergies";
import { FailedError, IrradantError, NotFoundError } from "@/core/errors/errors";
import { FormatError } from "@/core/errors/formatError";
import { readSiteFile } from "@/core/formats/siteFile";
import { dayName, localDay } from "@/core/series/localDay";
import { everBuilt, heldVersions } from "@/core/site/asBuilts";
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
  /** Since when it has been so, a day at the site; null for as long as the site stands. */
  validFrom: string | null;
  /** Counts every change of data or as-built. */
  revision: number;
}

/** A stored version, with the time in which it holds. */
export interface HeldAsBuilt {
  version: number;
  siteText: string;
  fromMs: number;
  untilMs: number;
}

/** The present version comes first: it began last, and of those that began on one day it was recorded last. Where nothing bounds it SQLite has it as the least. */
export const PRESENT_FIRST = [
  ["validFrom", "DESC"],
  ["version", "DESC"],
] satisfies [string, string][];

/** As-builts kept when parsed; of large sites so many are some 100 MB. */
const MOST_PARSED = 300;

/** @throws NotFoundError where there is no such site, FailedError where what is stored of it can't be read */
export async function presentSite(siteId: string): Promise<PresentSite> {
  await database();
  const record = await SiteRecord.findByPk(siteId, { raw: true });
  const asBuilt = await AsBuiltRecord.findOne({ where: { siteId }, order: PRESENT_FIRST, raw: true });
  if (!record || !asBuilt) throw new NotFoundError("site", siteId);
  const { siteFile, version, validFrom } = asBuilt;
  return { site: parsedAsBuilt(siteId, siteFile), text: siteFile, version, validFrom, revision: record.revision };
}

/** The versions that hold at any time, in time's order: the last is the present one. Those that were corrected aren't among them. @throws NotFoundError */
export async function heldAsBuilts(siteId: string): Promise<HeldAsBuilt[]> {
  const { site } = await presentSite(siteId);
  const versions = await AsBuiltRecord.findAll({ where: { siteId }, attributes: ["version", "validFrom"], raw: true });
  const held = heldVersions(versions, site.location.timeZone);
  const texts = await AsBuiltRecord.findAll({
    where: { siteId, version: held.map(({ asBuilt }) => asBuilt.version) },
    attributes: ["version", "siteFile"],
    raw: true,
  });
  const textOf = new Map(texts.map(({ version, siteFile }) => [version, siteFile]));
  return held.map(({ asBuilt: { version }, fromMs, untilMs }) => ({ version, siteText: textOf.get(version) ?? "", fromMs, untilMs }));
}

/**
 * A description with all else that was ever built, so that data of what is no more are still known.
 * @param atMs instant whose as-built comes first; the present one's where absent
 * @throws NotFoundError, FailedError
 */
export async function siteWithGhosts(siteId: string, atMs = Number.POSITIVE_INFINITY): Promise<SiteFile> {
  const held = await heldAsBuilts(siteId);
  const first = held.find(({ untilMs }) => atMs < untilMs) ?? held[held.length - 1];
  const inOrder = [first, ...held.filter((one) => one !== first).reverse()];
  return everBuilt(inOrder.map(({ siteText }) => parsedAsBuilt(siteId, siteText)));
}

/** The as-builts that held before the present one, in time's order, each with its last day. @throws NotFoundError, FailedError */
export async function earlierSites(siteId: string): Promise<EarlierSite[]> {
  const held = await heldAsBuilts(siteId);
  return held.slice(0, -1).map(({ siteText, untilMs }) => {
    const site = parsedAsBuilt(siteId, siteText);
    return { site, to: dayName(localDay(untilMs - 1, site.location.timeZone)) };
  });
}

/** One version as it was recorded. @throws NotFoundError, FailedError */
export async function versionOf(siteId: string, version: number): Promise<{ site: SiteFile; version: number; validFrom: string | null }> {
  await database();
  const found = await AsBuiltRecord.findOne({ where: { siteId, version }, raw: true });
  if (!found) throw new NotFoundError("version", `${version} of site ${siteId}`);
  return { site: parsedAsBuilt(siteId, found.siteFile), version, validFrom: found.validFrom };
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
