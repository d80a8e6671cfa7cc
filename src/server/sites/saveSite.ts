import type { Transaction } from "sequelize";
import { z } from "zod";
import { ConflictError, IrradantError, NotFoundError, RefusedError } from "@/core/errors/errors";
import { readSiteFile, writeSiteFile } from "@/core/formats/siteFile";
import { siteName } from "@/core/site/lookups";
import type { SiteFile } from "@/core/site/siteSchema";
import { AsBuiltRecord, SiteRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { inTransaction } from "../database";
import { PRESENT_FIRST, parsedAsBuilt } from "./asBuilt";
import { type Difference, siteDifferences } from "./siteDifference";

/** What a site file whose id is known is to become: the person says, it is never guessed. */
export const siteIntent = z.enum(["ask", "new-version", "new-site"]).default("ask");
export type SiteIntent = z.infer<typeof siteIntent>;

/** Since when a new version has been so: a day at the site, or as long as the version that it corrects. */
export const sinceSchema = z.union([z.literal("same"), z.iso.date()]).default("same");
export type Since = z.infer<typeof sinceSchema>;

export interface SavedSite {
  id: string;
  version: number;
  /** False where the file says nothing new: nothing was recorded. */
  changed: boolean;
}

/**
 * Takes a site file: a new site, or, where the person says so, the next as-built version of a known one.
 * @param note why it changes, for the history
 * @param since when it became so, of a new version of a known site
 * @throws ConflictError naming what differs, where the id is known and nothing was said
 */
export async function saveSite(
  actor: Actor,
  site: SiteFile,
  note: string,
  intent: SiteIntent = "ask",
  since: Since = "same",
): Promise<SavedSite> {
  allow(actor, "manage");
  return inTransaction(async (transaction) => {
    const known = await SiteRecord.findByPk(site.id, { transaction });
    if (!known) return firstVersion(actor, site, note, transaction);
    if (intent === "new-site") return firstVersion(actor, { ...site, id: await freeId(site.id, transaction) }, note, transaction);
    const present = await lastVersion(site.id, transaction);
    if (intent === "ask" && present.siteFile !== writeSiteFile(site)) throw conflict(known, present, site);
    return nextVersion(actor, site, note, present, since, transaction);
  });
}

/** Stores a site that isn't known. */
export async function firstVersion(actor: Actor, site: SiteFile, note: string, transaction: Transaction): Promise<SavedSite> {
  await SiteRecord.create({ id: site.id, name: siteName(site) }, { transaction });
  return { id: site.id, version: await addVersion(actor, site, note, null, transaction), changed: true };
}

/**
 * Stores a further version of a known site, where it says anything new.
 * @param before the version that it changes, or corrects
 * @throws RefusedError where it is to begin before what it changes
 */
export async function nextVersion(
  actor: Actor,
  site: SiteFile,
  note: string,
  before: AsBuiltRecord,
  since: Since,
  transaction: Transaction,
): Promise<SavedSite> {
  const validFrom = since === "same" ? before.validFrom : since;
  if (before.siteFile === writeSiteFile(site) && validFrom === before.validFrom)
    return { id: site.id, version: before.version, changed: false };
  if (validFrom !== null && validFrom < (before.validFrom ?? "")) {
    throw new RefusedError(`version ${before.version} began on ${before.validFrom}: what changes it can't begin before`, "since");
  }
  return { id: site.id, version: await addVersion(actor, site, note, validFrom, transaction), changed: true };
}

/** Makes an older as-built the present one again, as a version of its own: what lay between stays in the history. */
export async function restoreVersion(actor: Actor, siteId: string, version: number): Promise<SavedSite> {
  allow(actor, "manage");
  return inTransaction(async (transaction) => {
    const old = await AsBuiltRecord.findOne({ where: { siteId, version }, transaction });
    if (!old) throw new NotFoundError("version", `${version} of site ${siteId}`);
    const site = readSiteFile(old.siteFile, `${siteId}, version ${version}`);
    const { validFrom } = await lastVersion(siteId, transaction);
    return { id: siteId, version: await addVersion(actor, site, `Back to version ${version}`, validFrom, transaction), changed: true };
  });
}

async function addVersion(actor: Actor, site: SiteFile, note: string, validFrom: string | null, transaction: Transaction): Promise<number> {
  const before = (await AsBuiltRecord.max<number, AsBuiltRecord>("version", { where: { siteId: site.id }, transaction })) ?? 0;
  const version = before + 1;
  await AsBuiltRecord.create(
    { siteId: site.id, version, recordedAt: new Date(), validFrom, note, siteFile: writeSiteFile(site), actorId: actor.id },
    { transaction },
  );
  const present = await lastVersion(site.id, transaction);
  if (present.version === version) await SiteRecord.update({ name: siteName(site) }, { where: { id: site.id }, transaction });
  await SiteRecord.increment("revision", { where: { id: site.id }, transaction });
  return version;
}

/** A site's present version. @throws NotFoundError */
export async function lastVersion(siteId: string, transaction: Transaction): Promise<AsBuiltRecord> {
  const last = await AsBuiltRecord.findOne({ where: { siteId }, order: PRESENT_FIRST, transaction });
  if (!last) throw new NotFoundError("site", siteId);
  return last;
}

function conflict(known: SiteRecord, present: AsBuiltRecord, site: SiteFile): ConflictError {
  const differences = differencesFrom(present, site);
  return new ConflictError(
    `There is a site ${site.id} already (${known.name}, version ${present.version}): say whether this is a new version of it or a new site`,
    { siteId: site.id, name: known.name, version: present.version, validFrom: present.validFrom, differences },
  );
}

/** In what a site differs from a stored version of it. A stored description that the present rules don't read any more can still be replaced. */
export function differencesFrom(present: AsBuiltRecord, site: SiteFile): Difference[] {
  try {
    return siteDifferences(parsedAsBuilt(site.id, present.siteFile), site);
  } catch (error) {
    if (!(error instanceof IrradantError)) throw error;
    return [{ words: "the whole description", key: "", before: error.message, after: "readable" }];
  }
}

/** "barn-2" for a second barn. */
async function freeId(id: string, transaction: Transaction): Promise<string> {
  for (let k = 2; k < 1000; k++) {
    const next = `${id.slice(0, 60)}-${k}`;
    if (!(await SiteRecord.findByPk(next, { transaction, attributes: ["id"] }))) return next;
  }
  throw new RefusedError("too many sites of this id; give the file one of its own", "id");
}
