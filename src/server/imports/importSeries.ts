import { randomUUID } from "node:crypto";
import { rm } from "node:fs/promises";
import { MINUTE_MS } from "@/core/constants";
import { ConflictError, NotFoundError } from "@/core/errors/errors";
import type { SeriesKind } from "@/core/formats/seriesColumns";
import { ImportRecord } from "@/db/models/series";
import { storeImport, undoImport as undoStored } from "@/db/seriesStore";
import { type Actor, allow } from "../actor";
import { freshAnalysisOf } from "../analysis/analysis";
import { database } from "../database";
import { type Job, startJob } from "../jobs/jobs";
import { siteWithGhosts } from "../sites/asBuilt";
import { runTask } from "../work/pool";
import { type Reading, readReading } from "./reading";

/**
 * Reads a series file into a site's data: checked and packed in a worker thread, stored in one transaction, then diagnosed
 * anew. Cancelled or broken off before the transaction ends, nothing has changed; after that it has, and the job says so.
 * @param path of the upload; removed at the end
 */
export async function startImport(actor: Actor, siteId: string, kind: SeriesKind, fileName: string, path: string): Promise<Job> {
  allow(actor, "manage");
  const site = await siteWithGhosts(siteId);
  return startJob(actor, `Import ${fileName}`, async ({ signal, report, noReturn }) => {
    try {
      report(0.01, "Reading and checking every row");
      const onProgress = (share: number) => report(share * 0.7, "Reading and checking every row");
      const packed = await runTask("readImport", { path, fileName, kind, site, nowMs: Date.now() }, { signal, onProgress });
      report(0.72, "Storing");
      await storeImport(await database(), { ...packed, id: randomUUID(), siteId, kind, fileName, actorId: actor.id }, noReturn);
      report(0.85, "Comparing with what was to be expected");
      // The data are in, whatever comes of the comparison: a page that is opened makes it anew.
      await freshAnalysisOf(actor, siteId).catch((error: unknown) => console.error(error));
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
  /** How it was read, where it was somebody's export. */
  reading: Pick<Reading, "files" | "repairs"> | null;
}

/** A site's imports, newest first. */
export async function listImports(actor: Actor, siteId: string): Promise<ImportView[]> {
  allow(actor, "read");
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
    reading: shortReading(record.reading),
  }));
}

function shortReading(text: string | null): ImportView["reading"] {
  const reading = readReading(text);
  return reading && { files: reading.files, repairs: reading.repairs };
}

/** Takes an import back. @throws NotFoundError, ConflictError where it was taken back before or a later one lies over it */
export async function undoImport(actor: Actor, importId: string): Promise<void> {
  allow(actor, "manage");
  const sequelize = await database();
  const record = await ImportRecord.findByPk(importId, { raw: true });
  if (!record) throw new NotFoundError("import", importId);
  if (record.undoneAt) throw new ConflictError("This import was taken back already");
  if (!(await undoStored(sequelize, importId))) throw new ConflictError("A later import lies over this one: undo that one first");
}
