import { QueryTypes, type Transaction } from "sequelize";
import { database } from "../database";

/**
 * A mark of everything recorded of a site that an archive has: another one as soon as anything is recorded, taken in or withdrawn.
 * @param transaction whose moment it is of
 */
export async function siteMark(siteId: string, transaction: Transaction): Promise<string> {
  const ofCases = "caseId IN (SELECT id FROM cases WHERE siteId = :siteId)";
  const [row] = await (await database()).query<Record<string, unknown>>(
    `SELECT
      (SELECT revision FROM sites WHERE id = :siteId) AS revision,
      (SELECT group_concat(version || ' ' || ifnull(validFrom, '')) FROM as_built WHERE siteId = :siteId) AS versions,
      (SELECT count(*) || ' ' || count(closedAt) FROM cases WHERE siteId = :siteId) AS cases,
      (SELECT max(number) FROM changes WHERE ${ofCases}) AS changes,
      (SELECT count(*) FROM photos JOIN findings ON findings.id = photos.findingId WHERE ${ofCases}) AS photos,
      (SELECT count(*) || ' ' || count(withdrawnAt) || ' ' || ifnull(max(withdrawnAt), '') FROM calibrations WHERE siteId = :siteId) AS calibrations,
      (SELECT count(*) || ' ' || ifnull(max(keptAt), '') FROM source_mappings WHERE siteId = :siteId) AS sources`,
    { replacements: { siteId }, type: QueryTypes.SELECT, transaction },
  );
  return JSON.stringify(row);
}
