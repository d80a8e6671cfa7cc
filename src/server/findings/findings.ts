import { z } from "zod";
import { NotFoundError, RefusedError } from "@/core/errors/errors";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import type { Severity } from "@/core/inspection/severity";
import { CaseRecord, FindingRecord, PhotoRecord, VisitRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { database, inTransaction } from "../database";

/** A finding as the field sends it. The id is made there, so that sending it twice records it once. */
export const findingInput = z.object({
  id: z.uuid(),
  caseId: z.string().min(1).max(100),
  pointId: z
    .string()
    .max(100)
    .refine((id) => findPoint(id) !== undefined, "a point of the walk"),
  gradeId: z.string().max(100),
  note: z.string().max(4000).default(""),
  place: z.string().max(200).default(""),
  recordedAt: z.iso.datetime({ offset: true }),
  technician: z.string().max(120).default(""),
});

export type FindingInput = z.infer<typeof findingInput>;

/** A finding as a screen shows it. */
export interface FindingView {
  id: string;
  pointId: string;
  pointTitle: string;
  gradeId: string;
  gradeText: string;
  severity: Severity;
  note: string;
  place: string;
  recordedAt: string;
  photos: { id: string; widthPx: number; heightPx: number }[];
}

/**
 * Records a finding, or corrects it where its id is known already. One point of a visit has one standing finding.
 * @throws RefusedError where the point has no such grade, NotFoundError where there is no such case
 */
export async function recordFinding(actor: Actor, input: FindingInput): Promise<void> {
  allow(actor, "record");
  if (!findGrade(input.pointId, input.gradeId)) throw new RefusedError(`${input.pointId} has no grade ${input.gradeId}`, "gradeId");
  await inTransaction(async (transaction) => {
    if (!(await CaseRecord.findByPk(input.caseId, { transaction, attributes: ["id"] }))) throw new NotFoundError("case", input.caseId);
    const day = input.recordedAt.slice(0, 10);
    const visitId = `${input.caseId}:${day}`;
    await VisitRecord.findOrCreate({
      where: { id: visitId },
      defaults: {
        id: visitId,
        caseId: input.caseId,
        startedAt: new Date(input.recordedAt),
        technician: input.technician,
        actorId: actor.id,
      },
      transaction,
    });
    const values = {
      id: input.id,
      caseId: input.caseId,
      visitId,
      pointId: input.pointId,
      gradeId: input.gradeId,
      note: input.note,
      place: input.place,
      recordedAt: new Date(input.recordedAt),
      withdrawnAt: null,
      actorId: actor.id,
    };
    const known = await FindingRecord.findByPk(input.id, { transaction });
    if (known) await known.update(values, { transaction });
    else await FindingRecord.create(values, { transaction });
  });
}

/** Takes a finding back, or (with `back` false) lets it stand again. @throws NotFoundError */
export async function withdrawFinding(actor: Actor, id: string, back = true): Promise<void> {
  allow(actor, "record");
  await inTransaction(async (transaction) => {
    const [count] = await FindingRecord.update({ withdrawnAt: back ? new Date() : null }, { where: { id }, transaction });
    if (count === 0) throw new NotFoundError("finding", id);
  });
}

/** The standing findings of a case, in the order recorded. */
export async function findingsOf(actor: Actor, caseId: string): Promise<FindingView[]> {
  allow(actor, "read");
  await database();
  const records = await FindingRecord.findAll({
    where: { caseId, withdrawnAt: null },
    include: [{ model: PhotoRecord, as: "photos" }],
    order: [["recordedAt", "ASC"]],
  });
  return records.flatMap((record) => {
    const point = findPoint(record.pointId);
    const grade = findGrade(record.pointId, record.gradeId);
    if (!point || !grade) return [];
    return [
      {
        id: record.id,
        pointId: record.pointId,
        pointTitle: point.title,
        gradeId: grade.id,
        gradeText: grade.text,
        severity: grade.severity,
        note: record.note,
        place: record.place,
        recordedAt: record.recordedAt.toISOString(),
        photos: (record.photos ?? []).map(({ id, widthPx, heightPx }) => ({ id, widthPx, heightPx })),
      },
    ];
  });
}
