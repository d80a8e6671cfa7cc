import type { Transaction } from "sequelize";
import { type CaseRecords, caseRecords } from "@/core/changes/caseRecords";
import type { BriefFields, Change } from "@/core/changes/change";
import { FailedError } from "@/core/errors/errors";
import { ChangeRecord, FindingRecord, PhotoRecord } from "@/db/models/records";

/** A change as it is stored. */
export function rowOf(change: Change, actorId: string) {
  const { id, caseId, kind, recordId, device, deviceName, author, madeMs, fields } = change;
  return {
    ...{ id, caseId, kind, recordId, device, deviceName, author, madeMs, actorId },
    receivedAt: new Date(),
    about: JSON.stringify(aboutOf(change)),
    fields: JSON.stringify(fields),
  };
}

/** What a change of a kind is about besides its record. */
function aboutOf(change: Change): object {
  switch (change.kind) {
    case "finding":
      return { pointId: change.pointId };
    case "photo":
      return { pointId: change.pointId, findingId: change.findingId };
    case "overruling":
      return { cause: change.cause, scope: change.scope };
    case "work":
      return { work: change.work, scope: change.scope };
    case "part":
      return { partId: change.partId };
    case "brief":
    case "report":
    case "facts":
      return {};
  }
}

/** A stored change as it was made. @throws FailedError where it can't be read */
export function changeOf(row: ChangeRecord): Change {
  const { id, caseId, kind, recordId, device, deviceName, author, madeMs } = row;
  try {
    const about = JSON.parse(row.about) as object;
    return { ...{ id, caseId, kind, recordId, device, deviceName, author, madeMs }, ...about, fields: JSON.parse(row.fields) } as Change;
  } catch (error) {
    throw new FailedError(`Change ${id} of case ${caseId} can't be read as it is stored`, { cause: error });
  }
}

/** All changes of one record, in the order of their coming in. */
export async function changesOfRecord(recordId: string, transaction: Transaction): Promise<Change[]> {
  return (await ChangeRecord.findAll({ where: { recordId }, order: ["number"], transaction })).map(changeOf);
}

/** Everything that was ever said in a case, and the pictures that are kept of it. */
export interface StoredRecords {
  changes: Change[];
  pictures: { id: string; widthPx: number; heightPx: number }[];
  /** Number of the last change that came in; 0 before any. */
  last: number;
  /** How it all stands. */
  records: CaseRecords;
}

/** All records of a case as they stand. @param brief as it is stored with the case */
export async function storedRecords(caseId: string, brief?: BriefFields): Promise<StoredRecords> {
  const rows = await ChangeRecord.findAll({ where: { caseId }, order: ["number"] });
  const changes = rows.map(changeOf);
  const kept = await PhotoRecord.findAll({
    include: [{ model: FindingRecord, as: "finding", attributes: [], where: { caseId } }],
  });
  const pictures = kept.map(({ id, widthPx, heightPx }) => ({ id, widthPx, heightPx }));
  return { changes, pictures, last: rows.at(-1)?.number ?? 0, records: caseRecords(changes, pictures, brief) };
}
