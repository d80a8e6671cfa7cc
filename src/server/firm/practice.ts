import { FailedError } from "@/core/errors/errors";
import { type Practice, practiceSchema, USUAL_PRACTICE } from "@/core/practice/practice";
import { PracticeRecord } from "@/db/models/practices";
import { type Actor, allow } from "../actor";
import { inTransaction } from "../database";
import { readOnce } from "../readCache";

/** How the firm works, and how it did before its last change. */
export interface PracticeView {
  practice: Practice;
  /** Null where it was never changed. */
  before: Practice | null;
}

/** How the firm works. @throws FailedError where what is stored can't be read */
export async function practiceOf(actor: Actor): Promise<PracticeView> {
  allow(actor, "read");
  return readOnce("practice", async () => {
    const rows = await PracticeRecord.findAll({ order: [["id", "DESC"]], limit: 2 });
    const [last, before] = rows.map(readPractice);
    return { practice: last ?? USUAL_PRACTICE, before: before ?? (last ? USUAL_PRACTICE : null) };
  });
}

/** Keeps how the firm works from now on; what stood before stays in the history. */
export async function keepPractice(actor: Actor, practice: Practice): Promise<void> {
  allow(actor, "manage");
  await inTransaction(async (transaction) => {
    await PracticeRecord.create({ practice: JSON.stringify(practice), keptAt: new Date(), actorId: actor.id }, { transaction });
  });
}

function readPractice({ id, practice }: PracticeRecord): Practice {
  try {
    return practiceSchema.parse(JSON.parse(practice));
  } catch (error) {
    throw new FailedError(`How the firm works can't be read as it is stored (row ${id})`, { cause: error });
  }
}
