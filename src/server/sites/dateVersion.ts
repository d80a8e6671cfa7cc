import { NotFoundError } from "@/core/errors/errors";
import { siteName } from "@/core/site/lookups";
import { AsBuiltRecord, SiteRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { inTransaction } from "../database";
import { parsedAsBuilt } from "./asBuilt";
import { lastVersion } from "./saveSite";

/**
 * Says from which day a recorded version holds.
 * @param validFrom null for as long as the site stands
 * @returns the day it had before, so that it can be set back
 */
export async function dateVersion(
  actor: Actor,
  siteId: string,
  version: number,
  validFrom: string | null,
): Promise<{ before: string | null }> {
  allow(actor, "manage");
  return inTransaction(async (transaction) => {
    const found = await AsBuiltRecord.findOne({ where: { siteId, version }, transaction });
    if (!found) throw new NotFoundError("version", `${version} of site ${siteId}`);
    const before = found.validFrom;
    await AsBuiltRecord.update({ validFrom }, { where: { siteId, version }, transaction });
    await SiteRecord.update(
      { name: siteName(parsedAsBuilt(siteId, (await lastVersion(siteId, transaction)).siteFile)) },
      { where: { id: siteId }, transaction },
    );
    await SiteRecord.increment("revision", { where: { id: siteId }, transaction });
    return { before };
  });
}
