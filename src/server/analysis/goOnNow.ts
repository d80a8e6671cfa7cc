import { overviewSchema } from "@/core/diagnosis/overviewSchema";
import { diagnosisSchema } from "@/core/formats/diagnosisFile";
import { AnalysisRecord } from "@/db/models/series";
import { codeVersion } from "../codeVersion";
import { inTransaction } from "../database";
import { runTask } from "../work/pool";
import type { SiteContent } from "../work/taskTypes";
import { asStored, frozenOf, readStored } from "./storedAnalysis";

/** Stands in the key of an analysis that has gone on over new days, in place of the fingerprint of its content: everything is still to be fitted. */
const GONE_ON = "gone on";

export function isGoneOn(key: string): boolean {
  return key.endsWith(`/${GONE_ON}`);
}

/**
 * Where days were only added, what is known goes on over them at the cost of a day, and is kept and shown until everything has been
 * fitted anew. Does nothing where the past has changed too.
 * @throws CancelledError when the signal comes
 */
export async function goOnNow(siteId: string, content: SiteContent, signal: AbortSignal): Promise<void> {
  const row = await AnalysisRecord.findByPk(siteId, { raw: true });
  const frozen = frozenOf(row);
  const diagnosis = row && frozen ? readStored(row.diagnosis, diagnosisSchema) : null;
  const overview = row && diagnosis ? readStored(row.overview, overviewSchema) : null;
  if (!row || !frozen || !diagnosis || !overview) return;
  const stored = { diagnosis, overview, dayBook: new Uint8Array(row.dayBook), frozen };
  const gone = await runTask("goOn", { ...content, stored }, { signal });
  if (!gone) return;
  await inTransaction(async (transaction) => {
    const values = asStored({ ...gone, key: `${codeVersion()}/${GONE_ON}` });
    await AnalysisRecord.update(values, { where: { siteId, key: row.key }, transaction });
  });
}
