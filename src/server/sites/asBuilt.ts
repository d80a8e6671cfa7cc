import type { Transaction } from "sequelize";
import { readSiteFile, writeSiteFile } from "@/core/formats/siteFile";
import type { SiteFile } from "@/core/site/siteSchema";
import { AsBuiltRecord, SiteRecord } from "@/db/models/records";
import { database } from "../database";

/** A site's description as it is now. @throws where there is no such site */
export async function presentSite(siteId: string): Promise<{ site: SiteFile; version: number; revision: number }> {
  await database();
  const record = await SiteRecord.findByPk(siteId);
  const asBuilt = await AsBuiltRecord.findOne({ where: { siteId }, order: [["version", "DESC"]] });
  if (!record || !asBuilt) throw new RangeError(`No site ${siteId}`);
  return { site: readSiteFile(asBuilt.siteFile, `${siteId}.site.json`), version: asBuilt.version, revision: record.revision };
}

/** Records a site file: a new site, or the next as-built version of a known one. */
export async function saveSite(site: SiteFile, note: string): Promise<number> {
  const sequelize = await database();
  return sequelize.transaction(async (transaction: Transaction) => {
    const [record] = await SiteRecord.findOrCreate({
      where: { id: site.id },
      defaults: { id: site.id, name: site.name ?? site.id },
      transaction,
    });
    const before = (await AsBuiltRecord.max<number, AsBuiltRecord>("version", { where: { siteId: site.id }, transaction })) ?? 0;
    const version = before + 1;
    await AsBuiltRecord.create({ siteId: site.id, version, recordedAt: new Date(), note, siteFile: writeSiteFile(site) }, { transaction });
    await record.update({ name: site.name ?? site.id, revision: record.revision + 1 }, { transaction });
    return version;
  });
}
