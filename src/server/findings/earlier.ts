import { Op } from "sequelize";
import type { Terms } from "@/core/site/terms";
import { CaseRecord } from "@/db/models/records";
import { readBrief } from "../cases/brief";
import { storedRecords } from "../field/storedChanges";
import { type FindingView, standingFindings } from "./findings";

/** What was found in an earlier case of the same site. */
export interface EarlierFinding extends FindingView {
  caseId: string;
  caseTitle: string;
}

/** So many of a point are told, the latest: how it was on the last visits. */
const MOST_OF_POINT = 3;

/** What stands in the cases of a site that were opened before one, the latest first, at most three a point. */
export async function earlierFindings({ id, siteId, openedAt }: CaseRecord, terms: Terms): Promise<EarlierFinding[]> {
  const others = await CaseRecord.findAll({ where: { siteId, id: { [Op.ne]: id }, openedAt: { [Op.lt]: openedAt } } });
  const found = await Promise.all(
    others.map(async (one) => {
      const { records } = await storedRecords(one.id, readBrief(one));
      return standingFindings(records.findings, terms).map((finding) => ({ ...finding, caseId: one.id, caseTitle: one.title }));
    }),
  );
  const told = new Map<string, number>();
  return found
    .flat()
    .sort((a, b) => b.recordedAt.localeCompare(a.recordedAt))
    .filter(({ pointId, part }) => {
      // In the field and on the roof it is another point.
      const point = `${part}.${pointId}`;
      const before = told.get(point) ?? 0;
      told.set(point, before + 1);
      return before < MOST_OF_POINT;
    });
}
