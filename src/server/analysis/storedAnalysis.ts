import type { AnalysisSummary } from "@/core/diagnosis/summary";
import { SiteRecord } from "@/db/models/records";
import { AnalysisRecord } from "@/db/models/series";
import { codeVersion } from "../codeVersion";
import { inTransaction } from "../database";
import { type KeptFrozen, keptFrozenSchema } from "../work/tasks/keptFrozen";
import type { AnalyseReply, MadeAnalysis } from "../work/taskTypes";

/** What came of a calculation, as it is stored. */
export function asStored({ key, summary, analysis }: { key: string; summary: AnalysisSummary; analysis: MadeAnalysis | null }) {
  return {
    key,
    madeAt: new Date(),
    summary: JSON.stringify(summary),
    diagnosis: analysis ? JSON.stringify(analysis.diagnosis) : "",
    overview: analysis ? JSON.stringify(analysis.overview) : "",
    dayBook: Buffer.from(analysis?.dayBook ?? []),
    frozen: analysis?.frozen ? JSON.stringify(analysis.frozen) : "",
  };
}

/** Keeps an analysis of a site's content at a revision. */
export async function keepAnalysis(siteId: string, revision: number, reply: AnalyseReply): Promise<void> {
  await inTransaction(async (transaction) => {
    const contentKey = reply.key.slice(reply.key.indexOf("/") + 1);
    const [count] = await SiteRecord.update({ contentKey, contentRevision: revision }, { where: { id: siteId }, transaction });
    if (count === 0 || reply.same) return;
    await AnalysisRecord.upsert({ siteId, ...asStored(reply) }, { transaction });
  });
}

/** What a stored analysis leaves for days to come; null where it is of other code, which reads it otherwise, or can't be read. */
export function frozenOf(row: Pick<AnalysisRecord, "key" | "frozen"> | null): KeptFrozen | null {
  return row?.key.startsWith(`${codeVersion()}/`) ? readStored(row.frozen, keptFrozenSchema) : null;
}

/** Stored JSON, checked; null where it isn't readable. */
export function readStored<T>(
  text: string,
  schema: { safeParse(value: unknown): { success: true; data: T } | { success: false } },
): T | null {
  try {
    const parsed = schema.safeParse(JSON.parse(text));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}
