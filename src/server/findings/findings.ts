import { randomUUID } from "node:crypto";
import { z } from "zod";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import type { Severity } from "@/core/inspection/severity";
import { FindingRecord, PhotoRecord, VisitRecord } from "@/db/models/records";
import { database } from "../database";

/** A finding as the field sends it. The id is made there, so that sending it twice records it once. */
export const findingInput = z.object({
  id: z.uuid(),
  caseId: z.string().min(1),
  pointId: z.string().refine((id) => findPoint(id) !== undefined, "a point of the walk"),
  gradeId: z.string(),
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

/** Records a finding, or corrects it where its id is known already. One point of a visit has one standing finding. */
export async function recordFinding(input: FindingInput): Promise<void> {
  if (!findGrade(input.pointId, input.gradeId)) throw new RangeError(`${input.pointId} has no grade ${input.gradeId}`);
  const sequelize = await database();
  await sequelize.transaction(async (transaction) => {
    const day = input.recordedAt.slice(0, 10);
    const visitId = `${input.caseId}:${day}`;
    await VisitRecord.findOrCreate({
      where: { id: visitId },
      defaults: { id: visitId, caseId: input.caseId, startedAt: new Date(input.recordedAt), technician: input.technician },
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
    };
    const known = await FindingRecord.findByPk(input.id, { transaction });
    if (known) await known.update(values, { transaction });
    else await FindingRecord.create(values, { transaction });
  });
}

/** Takes a finding back, or (with `back` false) lets it stand again. */
export async function withdrawFinding(id: string, back = true): Promise<void> {
  await database();
  await FindingRecord.update({ withdrawnAt: back ? new Date() : null }, { where: { id } });
}

/** The standing findings of a case, in the order recorded. */
export async function findingsOf(caseId: string): Promise<FindingView[]> {
  await database();
  const records = await FindingRecord.findAll({ where: { caseId, withdrawnAt: null }, order: [["recordedAt", "ASC"]] });
  const photos = await PhotoRecord.findAll({ where: { findingId: records.map(({ id }) => id) } });
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
        photos: photos.filter(({ findingId }) => findingId === record.id).map(({ id, widthPx, heightPx }) => ({ id, widthPx, heightPx })),
      },
    ];
  });
}

/** An id for something that the server makes itself. */
export function newId(): string {
  return randomUUID();
}
