import { randomUUID } from "node:crypto";
import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream } from "node:stream/web";
import { MINUTE_MS } from "@/core/constants";
import { CancelledError } from "@/core/errors/errors";
import type { SeriesKind } from "@/core/formats/seriesColumns";
import { ImportRecord } from "@/db/models/series";
import { storeImport, undoImport as undoStored } from "@/db/seriesStore";
import { analysisOf } from "../analysis/analysis";
import { database, dataFolder } from "../database";
import type { ImportReply } from "../jobs/importMessages";
import { type Job, startJob } from "../jobs/jobs";
import { runWorker } from "../jobs/runWorker";
import { presentSite } from "../sites/asBuilt";

/** Puts an upload aside as a file, to be read from there. */
export async function receiveUpload(body: ReadableStream): Promise<string> {
  await database();
  const path = join(dataFolder(), "incoming", `${randomUUID()}.csv`);
  await pipeline(Readable.fromWeb(body), createWriteStream(path));
  return path;
}

/**
 * Reads a series file into a site's data: checked and packed in a worker thread, stored in one
 * transaction, then diagnosed anew. Cancelled or broken off before the transaction ends, nothing has changed.
 * @param path of the upload; removed at the end
 */
export async function startImport(siteId: string, kind: SeriesKind, fileName: string, path: string): Promise<Job> {
  const { site } = await presentSite(siteId);
  return startJob(`Import ${fileName}`, async ({ signal, report }) => {
    try {
      report(0.01, "Reading and checking every row");
      const packed = await runWorker<ImportReply>(
        "importWorker",
        { path, fileName, kind, site },
        { signal, onProgress: (share) => report(share * 0.7, "Reading and checking every row") },
      );
      if (signal.aborted) throw new CancelledError("Cancelled");
      report(0.72, "Storing");
      await storeImport(await database(), { ...packed, id: randomUUID(), siteId, kind, fileName });
      report(0.85, "Comparing with what was to be expected");
      await analysisOf(siteId);
      return `${packed.rows} rows of ${packed.channels.length} columns taken in`;
    } finally {
      await rm(path, { force: true });
    }
  });
}

/** An import as a screen shows it. */
export interface ImportView {
  id: string;
  kind: SeriesKind;
  fileName: string;
  rows: number;
  from: string;
  to: string;
  stepMinutes: number;
  importedAt: string;
  undone: boolean;
}

/** A site's imports, newest first. */
export async function listImports(siteId: string): Promise<ImportView[]> {
  await database();
  const records = await ImportRecord.findAll({ where: { siteId }, order: [["importedAt", "DESC"]] });
  return records.map((record) => ({
    id: record.id,
    kind: record.kind,
    fileName: record.fileName,
    rows: record.rows,
    from: new Date(Number(record.fromMs)).toISOString(),
    to: new Date(Number(record.toMs)).toISOString(),
    stepMinutes: record.stepMs / MINUTE_MS,
    importedAt: record.importedAt.toISOString(),
    undone: record.undoneAt !== null,
  }));
}

/** Takes an import back. @returns false where a later one lies over it */
export async function undoImport(importId: string): Promise<boolean> {
  return undoStored(await database(), importId);
}
