import type { Transaction } from "sequelize";
import { CAUSE_IDS } from "@/core/causes/causes";
import {
  type BriefFields,
  type Change,
  type ChangeKind,
  type ChangeOf,
  type FactsFields,
  factsRecordId,
  NEW_FINDING,
  partRecordId,
  reportRecordId,
  workRecordId,
} from "@/core/changes/change";
import { canReadMarks } from "@/core/changes/photoMarks";
import { byStamp } from "@/core/changes/stamp";
import { withChanges } from "@/core/changes/standing";
import { ConflictError, NotFoundError, RefusedError } from "@/core/errors/errors";
import { isAnswer } from "@/core/inspection/answers";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import { withFacts } from "@/core/site/withFacts";
import { WORK_IDS } from "@/core/work/works";
import { CaseRecord, ChangeRecord, FindingRecord, VisitRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { emptyBrief, readBrief } from "../cases/brief";
import { inTransaction } from "../database";
import { parsedAsBuilt } from "../sites/asBuilt";
import { lastVersion, nextVersion } from "../sites/saveSite";
import { changeOf, changesOfRecord, rowOf } from "./storedChanges";

/** Brings the record of a kind to how its changes leave it. */
type Settle<Kind extends ChangeKind> = (
  change: ChangeOf<Kind>,
  all: ChangeOf<Kind>[],
  actor: Actor,
  transaction: Transaction,
) => Promise<void>;

const SETTLE: { [Kind in ChangeKind]: Settle<Kind> } = {
  finding: settleFinding,
  // A photo's row comes with its picture; what is said of it stands in its changes.
  photo: async (change, _all, actor, transaction) => ensureFinding(change, change.findingId, actor, transaction),
  // It stands in its changes alone.
  overruling: async (change, all) => {
    if (all.some(({ cause, scope }) => cause !== change.cause || scope !== change.scope))
      throw new RefusedError("this judgement is of another cause or place", "cause");
  },
  brief: settleBrief,
  // These two stand in their changes alone as well.
  report: async () => {},
  work: async () => {},
  facts: settleFacts,
  // A site's register is read from its file and the changes of all its cases.
  part: async () => {},
};

/**
 * Keeps a change of a case's record and brings the record to how it stands after it. Sent again it is kept once; sent late it
 * takes its place under the later ones.
 * @throws NotFoundError where there is no such case; RefusedError where the point, the grade or the record isn't what it says;
 * ConflictError where another change has its id
 */
export async function keepChange(actor: Actor, change: Change): Promise<void> {
  allow(actor, "record");
  checkChange(change);
  await inTransaction((transaction) => keepChangeIn(actor, change, transaction));
}

/** The same within a transaction that keeps more than it. The change has been checked. */
export async function keepChangeIn(actor: Actor, change: Change, transaction: Transaction): Promise<void> {
  if (!(await CaseRecord.findByPk(change.caseId, { transaction, attributes: ["id"] }))) throw new NotFoundError("case", change.caseId);
  const known = await ChangeRecord.findOne({ where: { id: change.id }, transaction });
  if (known) return checkSame(changeOf(known), change);
  const before = await changesOfRecord(change.recordId, transaction);
  if (before.some(({ caseId, kind }) => caseId !== change.caseId || kind !== change.kind))
    throw new RefusedError("this record belongs to another case", "recordId");
  await ChangeRecord.create(rowOf(change, actor.id), { transaction });
  const settle = SETTLE[change.kind] as Settle<ChangeKind>;
  await settle(change, [...before, change].sort(byStamp), actor, transaction);
}

/** What can be told without the database. @throws RefusedError */
export function checkChange(change: Change): void {
  if (change.kind === "brief") {
    if (change.recordId !== change.caseId) throw new RefusedError("expected the case's own id", "recordId");
    return;
  }
  if (change.kind === "report") {
    if (change.recordId !== reportRecordId(change.caseId)) throw new RefusedError("expected the report of this case", "recordId");
    return;
  }
  if (change.kind === "part") {
    if (change.recordId !== partRecordId(change.caseId, change.partId))
      throw new RefusedError("expected the record of this part", "recordId");
    return;
  }
  if (change.kind === "facts") {
    if (change.recordId !== factsRecordId(change.caseId)) throw new RefusedError("expected the facts of this case", "recordId");
    return;
  }
  if (change.kind === "work") {
    if (!(WORK_IDS as readonly string[]).includes(change.work)) throw new RefusedError(`there is no work ${change.work}`, "work");
    if (change.recordId !== workRecordId(change.caseId, change.work, change.scope))
      throw new RefusedError("expected the record of this work at this place", "recordId");
    return;
  }
  if (change.kind === "overruling") {
    if (!(CAUSE_IDS as readonly string[]).includes(change.cause)) throw new RefusedError(`there is no cause ${change.cause}`, "cause");
    return;
  }
  if (!findPoint(change.pointId)) throw new RefusedError(`there is no point ${change.pointId} in the walk`, "pointId");
  if (change.kind === "photo" && change.fields.marks && !canReadMarks(change.fields.marks))
    throw new RefusedError("expected marks on the photo by their schema", "marks");
  if (change.kind !== "finding" || !change.fields.gradeId) return;
  if (!isAnswer(change.fields.gradeId) && !findGrade(change.pointId, change.fields.gradeId))
    throw new RefusedError(`${change.pointId} has no grade ${change.fields.gradeId}`, "gradeId");
}

function checkSame(known: Change, { recordId, caseId, madeMs, device }: Change): void {
  if (known.recordId === recordId && known.caseId === caseId && known.madeMs === madeMs && known.device === device) return;
  throw new ConflictError("Another change has this id already");
}

async function settleFinding(
  change: ChangeOf<"finding">,
  all: ChangeOf<"finding">[],
  actor: Actor,
  transaction: Transaction,
): Promise<void> {
  if (all.some(({ pointId }) => pointId !== change.pointId)) throw new RefusedError("this finding stands at another point", "pointId");
  const { fields, marks } = withChanges(NEW_FINDING, all);
  const values = {
    ...(await placeInCase(change, all[0], actor, transaction)),
    ...{ gradeId: fields.gradeId, note: fields.note, place: fields.place },
    withdrawnAt: fields.takenBack ? new Date(marks.takenBack?.madeMs ?? change.madeMs) : null,
  };
  const known = await FindingRecord.findByPk(change.recordId, { transaction });
  if (known) await known.update(values, { transaction });
  else await FindingRecord.create({ id: change.recordId, ...values }, { transaction });
}

/** A photo may come before what is said of its finding: that one then stands without a grade until it does. */
async function ensureFinding(change: ChangeOf<"photo">, findingId: string, actor: Actor, transaction: Transaction): Promise<void> {
  const known = await FindingRecord.findByPk(findingId, { transaction });
  if (known && (known.caseId !== change.caseId || known.pointId !== change.pointId))
    throw new RefusedError("this finding stands in another case or at another point", "findingId");
  if (known) return;
  const place = await placeInCase(change, change, actor, transaction);
  await FindingRecord.create({ id: findingId, ...place, gradeId: "", note: "", place: "", withdrawnAt: null }, { transaction });
}

/** Where a finding belongs: its case, its point, and the visit of the day on which it was first seen. */
async function placeInCase(change: ChangeOf<"finding" | "photo">, first: Change, actor: Actor, transaction: Transaction) {
  const recordedAt = new Date(first.madeMs);
  const visitId = `${change.caseId}:${recordedAt.toISOString().slice(0, 10)}`;
  await VisitRecord.findOrCreate({
    where: { id: visitId },
    defaults: { id: visitId, caseId: change.caseId, startedAt: recordedAt, technician: first.author, actorId: actor.id },
    transaction,
  });
  return { caseId: change.caseId, visitId, pointId: change.pointId, recordedAt, actorId: actor.id };
}

/** What was said on site becomes part of the as-built at once, in a version of its own: the diagnosis doesn't depend on it and isn't made anew. */
async function settleFacts(change: ChangeOf<"facts">, all: ChangeOf<"facts">[], actor: Actor, transaction: Transaction): Promise<void> {
  const { fields, marks } = withChanges<FactsFields>({}, all);
  const standing = Object.fromEntries(Object.entries(fields).filter(([key]) => marks[key]?.id === change.id));
  const record = await CaseRecord.findByPk(change.caseId, { transaction });
  const present = await lastVersion(record?.siteId ?? "", transaction);
  const site = parsedAsBuilt(present.siteId, present.siteFile);
  const told = withFacts(site, standing);
  if (told !== site) await nextVersion(actor, told, factsNote(standing), present, "same", transaction);
}

/** "On the walk: conduit metal, roof of p1 tile", for the history of the site. */
function factsNote(facts: FactsFields): string {
  return `On the walk: ${Object.entries(facts)
    .map(([key, value]) => `${key.replace(/^roof\./, "roof of ")} ${value}`)
    .join(", ")}`;
}

async function settleBrief(change: ChangeOf<"brief">, all: ChangeOf<"brief">[], _actor: Actor, transaction: Transaction): Promise<void> {
  const record = await CaseRecord.findByPk(change.caseId, { transaction });
  const stored: BriefFields = record ? readBrief(record) : emptyBrief();
  await record?.update({ brief: JSON.stringify(withChanges(stored, all).fields) }, { transaction });
}
