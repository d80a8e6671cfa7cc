import { z } from "zod";
import { briefFields, factsFields, findingFields, overrulingFields, photoFields, reportFields, workFields } from "../../changes/change";
import { partFields } from "../../changes/partFields";
import { instantSchema } from "../instant";

const id = z.string().min(1).max(300);
const text = z.string().max(100_000);
/** Who did it, as the installation that wrote the archive knows them. */
const actorId = z.string().max(300);

function change<Kind extends string, Fields extends z.ZodType>(kind: Kind, fields: Fields) {
  return z.object({
    ...{ id, recordId: id, device: text, deviceName: text, author: text, actorId },
    kind: z.literal(kind),
    madeMs: z.int().nonnegative(),
    receivedAt: instantSchema,
    about: z.record(z.string(), z.string()),
    fields,
  });
}

/** What later parts of the product record; a version that doesn't know them has to refuse what it would lose. */
const notYet = z.array(z.unknown()).max(0).default([]);

/** A case in an archive, `irradant-case/1`: how it stands, and every change that made it so. */
export const caseFileSchema = z.object({
  format: z.literal("irradant-case/1"),
  id: z.string().regex(/^[A-Za-z0-9_-]{1,100}$/),
  site: id,
  kind: z.enum(["complaint", "alarm", "routine"]),
  title: z.string().max(1000),
  openedAt: instantSchema,
  closedAt: instantSchema.nullable(),
  actorId,
  /** Complaint, history, hazards, access; what isn't told is empty. */
  brief: z.record(z.string(), z.unknown()),
  visits: z.array(z.object({ id, startedAt: instantSchema, technician: text, actorId })),
  findings: z.array(
    z.object({
      ...{ id, visitId: id, pointId: id, gradeId: id, note: text, place: text, actorId },
      recordedAt: instantSchema,
      withdrawnAt: instantSchema.nullable(),
    }),
  ),
  photos: z.array(
    z.object({
      ...{ id, findingId: id, file: id, thumbnail: id, actorId },
      widthPx: z.int().positive(),
      heightPx: z.int().positive(),
    }),
  ),
  readings: notYet,
  decisions: notYet,
  proofs: notYet,
  remedies: notYet,
  /** In the order of their coming in; `about` and `fields` as they were sent. */
  changes: z.array(
    z.discriminatedUnion("kind", [
      change("finding", findingFields.partial()),
      change("photo", photoFields.partial()),
      change("overruling", overrulingFields.partial()),
      change("brief", briefFields.partial()),
      change("report", reportFields.partial()),
      change("work", workFields.partial()),
      change("facts", factsFields),
      change("part", partFields.partial()),
    ]),
  ),
});

export type CaseFile = z.infer<typeof caseFileSchema>;
