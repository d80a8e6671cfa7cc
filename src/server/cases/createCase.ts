import { z } from "zod";
import { NotFoundError } from "@/core/errors/errors";
import { CaseRecord, SiteRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { inTransaction } from "../database";
import { newId } from "../newId";
import { briefSchema, emptyBrief } from "./brief";

/** What a new case is made from; the id is given where it was made elsewhere. */
export const newCaseInput = z.object({
  id: z
    .string()
    .regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,99}$/, "letters, digits, - and _")
    .optional(),
  siteId: z.string().max(100),
  kind: z.enum(["complaint", "alarm", "routine"]),
  title: z.string().trim().min(1, "a title is needed").max(200),
  openedAt: z.date().optional(),
  brief: briefSchema.optional(),
});

export type NewCase = z.input<typeof newCaseInput>;

/** Opens a new case at a site. @returns its id @throws NotFoundError where there is no such site */
export async function createCase(actor: Actor, input: NewCase): Promise<string> {
  allow(actor, "record");
  const { id = newId(), siteId, kind, title, openedAt = new Date(), brief = emptyBrief() } = newCaseInput.parse(input);
  await inTransaction(async (transaction) => {
    if (!(await SiteRecord.findByPk(siteId, { transaction, attributes: ["id"] }))) throw new NotFoundError("site", siteId);
    await CaseRecord.create({ id, siteId, kind, title, openedAt, brief: JSON.stringify(brief), actorId: actor.id }, { transaction });
  });
  return id;
}
