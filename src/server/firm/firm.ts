import { FailedError } from "@/core/errors/errors";
import { type Firm, firmSchema, NEW_FIRM } from "@/core/report/firm";
import { FirmRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { inTransaction } from "../database";
import { readOnce } from "../readCache";

/** The firm as it stands, and as it was before its last change. */
export interface FirmView {
  firm: Firm;
  /** Null where it was never changed, or only once. */
  before: Firm | null;
}

/** The firm that reports are from. @throws FailedError where what is stored can't be read */
export async function firmOf(actor: Actor): Promise<FirmView> {
  allow(actor, "read");
  return readOnce("firm", async () => {
    const rows = await FirmRecord.findAll({ order: [["id", "DESC"]], limit: 2 });
    const [last, before] = rows.map(readFirm);
    return { firm: last ?? NEW_FIRM, before: before ?? null };
  });
}

/** Keeps the firm as it now is; what stood before stays in the history. */
export async function keepFirm(actor: Actor, firm: Firm): Promise<void> {
  allow(actor, "manage");
  await inTransaction(async (transaction) => {
    await FirmRecord.create({ firm: JSON.stringify(firm), keptAt: new Date(), actorId: actor.id }, { transaction });
  });
}

function readFirm({ id, firm }: FirmRecord): Firm {
  try {
    return firmSchema.parse(JSON.parse(firm));
  } catch (error) {
    throw new FailedError(`The firm can't be read as it is stored (row ${id})`, { cause: error });
  }
}
