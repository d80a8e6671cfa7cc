import { z } from "zod";
import { type BriefFields, briefFields, NEW_BRIEF } from "@/core/changes/change";
import { FailedError } from "@/core/errors/errors";
import type { CaseRecord } from "@/db/models/records";

/** A brief as a whole; what isn't told is empty. */
export const briefSchema = z
  .object(briefFields.shape)
  .partial()
  .transform((told): BriefFields => ({ ...NEW_BRIEF, ...told }));

/** A brief with nothing in it yet. */
export const emptyBrief = (): BriefFields => ({ ...NEW_BRIEF });

/** The brief of a case as it is stored. @throws FailedError where it can't be read */
export function readBrief({ id, brief }: Pick<CaseRecord, "id" | "brief">): BriefFields {
  try {
    return briefSchema.parse(JSON.parse(brief));
  } catch (error) {
    throw new FailedError(`The brief of case ${id} can't be read as it is stored`, { cause: error });
  }
}
