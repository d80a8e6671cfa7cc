import type { Transaction } from "sequelize";
import { ConflictError } from "@/core/errors/errors";
import { heldVersions } from "@/core/site/asBuilts";
import type { SiteFile } from "@/core/site/siteSchema";
import { AsBuiltRecord, SiteRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { inTransaction } from "../database";
import { keepTypesIn } from "../modules/moduleLibrary";
import { parsedAsBuilt } from "./asBuilt";
import { differencesFrom, firstVersion, lastVersion, nextVersion, type SavedSite, type Since } from "./saveSite";

/**
 * Takes a site as it was drawn: a new one, or the next as-built version of the one that was opened. Its module types join the library, where they aren't known.
 * @param base the version that was opened, null for a new site
 * @param since when it became so; "same" where the opened version was wrong from its own beginning
 * @param reason why it changes, for the history
 * @throws ConflictError where the short name is taken, or the site has changed since it was opened: then with what differs
 */
export async function saveDrawn(
  actor: Actor,
  site: SiteFile,
  reason: string,
  base: number | null,
  since: Since = "same",
): Promise<SavedSite> {
  allow(actor, "manage");
  return inTransaction(async (transaction) => {
    const known = await SiteRecord.findByPk(site.id, { transaction });
    await keepTypesIn(actor, site.moduleTypes, false, transaction);
    if (base === null) {
      if (known)
        throw new ConflictError(`There is a site ${site.id} already (${known.name}): give this one another short name`, { taken: site.id });
      return firstVersion(actor, site, reason, transaction);
    }
    const present = await lastVersion(site.id, transaction);
    const opened = await holding(site.id, base, present, transaction);
    if (!opened) {
      throw new ConflictError(`The site has changed since it was opened: it is at version ${present.version} now, not ${base}`, {
        version: present.version,
        differences: differencesFrom(present, site),
      });
    }
    return nextVersion(actor, site, reason, opened, since, transaction);
  });
}

/** A version where it holds at any time, now or before an upgrade; null where another has taken its place. */
async function holding(siteId: string, version: number, present: AsBuiltRecord, transaction: Transaction): Promise<AsBuiltRecord | null> {
  if (present.version === version) return present;
  const versions = await AsBuiltRecord.findAll({ where: { siteId }, transaction });
  const held = heldVersions(versions, parsedAsBuilt(siteId, present.siteFile).location.timeZone);
  return held.find(({ asBuilt }) => asBuilt.version === version)?.asBuilt ?? null;
}
