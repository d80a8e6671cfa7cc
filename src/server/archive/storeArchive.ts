import { createWriteStream } from "node:fs";
import { mkdir, rename, rm } from "node:fs/promises";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import type { Transaction } from "sequelize";
import { CancelledError, ConflictError } from "@/core/errors/errors";
import { entryKind } from "@/core/formats/archive/manifest";
import { presentVersion } from "@/core/site/asBuilts";
import { siteName } from "@/core/site/lookups";
import { asIrradantError } from "@/db/databaseErrors";
import { SourceMappingRecord } from "@/db/models/intakes";
import {
  AsBuiltRecord,
  CalibrationRecord,
  CaseRecord,
  ChangeRecord,
  FindingRecord,
  PhotoRecord,
  SiteRecord,
  VisitRecord,
} from "@/db/models/records";
import { RegisterRecord } from "@/db/models/registers";
import { ImportRecord } from "@/db/models/series";
import { storeImportIn } from "@/db/seriesStore";
import { PATIENCE_MS, write } from "@/db/write";
import { database, dataFolder, incomingFolder } from "../database";
import { newId } from "../newId";
import { parsedAsBuilt } from "../sites/asBuilt";
import type { ArchiveContents } from "./contents";
import type { ReadArchive } from "./readArchive";
import { seriesImports } from "./seriesImports";
import { siteMark } from "./siteMark";
import { storeDays } from "./storeDays";

interface Asked {
  signal: AbortSignal;
  report: (share: number) => void;
  /** The last moment at which it can be called off. */
  noReturn: () => void;
}

/** So many rows go into one statement. */
const BATCH = 200;

/**
 * Stores a site out of its archive, all of it or nothing: files are unpacked aside and moved in place within the transaction that stores the rest.
 * @param replace mark of the known site of this name that is to give way, as it was kept; null where none is to
 * @throws ConflictError where the site is known and isn't to give way, or has changed since it was kept, or something in it belongs to another site here; FullError where there is no room
 */
export async function storeArchive(
  actorId: string,
  archive: ReadArchive,
  contents: ArchiveContents,
  replace: string | null,
  { signal, report, noReturn }: Asked,
): Promise<void> {
  const { siteId } = contents;
  const sequelize = await database();
  const aside = join(incomingFolder(), `${process.pid}-${newId()}`);
  try {
    const files = await unpack(archive, aside, signal);
    report(0.3);
    const series = contents.packed.length > 0 ? [] : await seriesImports(archive, contents, actorId);
    const before = replace !== null ? await filesOf(siteId) : [];
    await write(
      sequelize,
      async (transaction) => {
        const known = await SiteRecord.findByPk(siteId, { transaction, attributes: ["id"] });
        if (known && replace === null) throw new ConflictError(`There is a site ${siteId} already`);
        if (known && (await siteMark(siteId, transaction)) !== replace)
          throw new ConflictError("Something was recorded here while the site was being kept: nothing was changed, try again");
        await SiteRecord.destroy({ where: { id: siteId }, transaction });
        await refuseForeign(contents, transaction);
        await storeRecords(contents, actorId, transaction);
        let done = 0;
        for (const channel of contents.packed) {
          if (signal.aborted) throw new CancelledError();
          await storeDays(siteId, archive, channel, transaction);
          report(0.3 + (0.7 * ++done) / contents.packed.length);
        }
        for (const one of series) await storeImportIn(one, transaction);
        noReturn();
        for (const { from, to } of files) await rename(from, to);
      },
      PATIENCE_MS.import,
    );
    const kept = new Set(files.map(({ to }) => to));
    for (const path of before) if (!kept.has(path)) await rm(path, { force: true });
  } catch (error) {
    throw asIrradantError(error);
  } finally {
    await rm(aside, { recursive: true, force: true });
  }
}

/** Pictures and originals, aside, with where they belong. */
async function unpack(archive: ReadArchive, aside: string, signal: AbortSignal): Promise<{ from: string; to: string }[]> {
  const files: { from: string; to: string }[] = [];
  await mkdir(aside, { recursive: true });
  await mkdir(join(dataFolder(), "originals"), { recursive: true });
  for (const path of archive.paths) {
    const kind = entryKind(path);
    if (kind !== "photo" && kind !== "original") continue;
    if (signal.aborted) throw new CancelledError();
    const from = join(aside, `${files.length}`);
    await pipeline(await archive.stream(path), createWriteStream(from, { flush: true }));
    const name = path.slice(path.lastIndexOf("/") + 1);
    files.push({ from, to: join(dataFolder(), kind === "photo" ? "photos" : "originals", name) });
  }
  return files;
}

/** The pictures of a site's cases. */
async function filesOf(siteId: string): Promise<string[]> {
  const cases = await CaseRecord.findAll({ where: { siteId }, attributes: ["id"], raw: true });
  const findings = await FindingRecord.findAll({ where: { caseId: cases.map(({ id }) => id) }, attributes: ["id"], raw: true });
  const photos = await PhotoRecord.findAll({ where: { findingId: findings.map(({ id }) => id) }, raw: true });
  return photos.flatMap(({ file, thumbnail }) => [file, thumbnail]).map((name) => join(dataFolder(), "photos", name));
}

/** @throws ConflictError where a case or an import is another site's here */
async function refuseForeign({ siteId, cases, imports }: ArchiveContents, transaction: Transaction): Promise<void> {
  const open = await CaseRecord.findOne({ where: { id: cases.map(({ id }) => id) }, transaction });
  if (open) throw new ConflictError(`The case ${open.id} is one of ${open.siteId} here, and one of ${siteId} in the archive`);
  const taken = await ImportRecord.findOne({ where: { id: imports.map(({ id }) => id) }, transaction });
  if (taken) throw new ConflictError(`The import of ${taken.fileName} is one of ${taken.siteId} here, and one of ${siteId} in the archive`);
}

async function storeRecords(contents: ArchiveContents, actorId: string, transaction: Transaction): Promise<void> {
  const { siteId, asBuilts, cases, imports, sources, calibrations, register } = contents;
  const present = parsedAsBuilt(siteId, presentVersion(asBuilts).siteFile);
  await SiteRecord.create({ id: siteId, name: siteName(present), revision: 1 }, { transaction });
  // What another program wrote says not who did it.
  const by = (told: string) => told || actorId;
  await inBatches(asBuilts, (some) =>
    AsBuiltRecord.bulkCreate(
      some.map((one) => ({ ...one, siteId, recordedAt: new Date(one.recordedAt), actorId: by(one.actorId) })),
      { transaction },
    ),
  );
  for (const { id, kind, title, openedAt, closedAt, brief, actorId: opener, ...records } of cases) {
    const times = { openedAt: new Date(openedAt), closedAt: maybeDate(closedAt) };
    await CaseRecord.create({ id, siteId, kind, title, ...times, brief: JSON.stringify(brief), actorId: opener }, { transaction });
    await storeCaseRecords(id, records, transaction);
  }
  await inBatches(imports, (some) =>
    ImportRecord.bulkCreate(
      some.map(({ importedAt, undoneAt, reading, ...one }) => ({
        ...one,
        siteId,
        importedAt: new Date(importedAt),
        undoneAt: maybeDate(undoneAt),
        reading: reading === null ? null : JSON.stringify(reading),
      })),
      { transaction },
    ),
  );
  await inBatches(sources, (some) =>
    SourceMappingRecord.bulkCreate(
      some.map(({ mapping, keptAt, ...one }) => ({ ...one, siteId, mapping: JSON.stringify(mapping), keptAt: new Date(keptAt) })),
      { transaction },
    ),
  );
  await inBatches(calibrations, (some) =>
    CalibrationRecord.bulkCreate(
      some.map(({ keptAt, withdrawnAt, ...one }) => ({
        ...one,
        siteId,
        keptAt: new Date(keptAt),
        withdrawnAt: maybeDate(withdrawnAt),
      })),
      { transaction },
    ),
  );
  // What the cases say of parts is in the register that comes with them.
  const said = cases.flatMap(({ changes }) => changes.filter(({ kind }) => kind === "part").map(({ madeMs }) => madeMs));
  if (register !== null) await RegisterRecord.create({ siteId, csv: register, asOfMs: Math.max(0, ...said) }, { transaction });
}

const maybeDate = (instant: string | null): Date | null => (instant === null ? null : new Date(instant));

type CaseRecords = Pick<ArchiveContents["cases"][number], "visits" | "findings" | "photos" | "changes">;

async function storeCaseRecords(
  caseId: string,
  { visits, findings, photos, changes }: CaseRecords,
  transaction: Transaction,
): Promise<void> {
  await inBatches(visits, (some) =>
    VisitRecord.bulkCreate(
      some.map((one) => ({ ...one, caseId, startedAt: new Date(one.startedAt) })),
      { transaction },
    ),
  );
  await inBatches(findings, (some) =>
    FindingRecord.bulkCreate(
      some.map(({ recordedAt, withdrawnAt, ...one }) => ({
        ...one,
        caseId,
        recordedAt: new Date(recordedAt),
        withdrawnAt: maybeDate(withdrawnAt),
      })),
      { transaction },
    ),
  );
  await inBatches(photos, (some) => PhotoRecord.bulkCreate([...some], { transaction }));
  // Their numbers are given here, in the order in which they came in there.
  await inBatches(changes, (some) =>
    ChangeRecord.bulkCreate(
      some.map(({ receivedAt, about, fields, ...one }) => ({
        ...one,
        caseId,
        receivedAt: new Date(receivedAt),
        about: JSON.stringify(about),
        fields: JSON.stringify(fields),
      })),
      { transaction },
    ),
  );
}

async function inBatches<T>(all: readonly T[], store: (some: T[]) => Promise<unknown>): Promise<void> {
  for (let k = 0; k < all.length; k += BATCH) await store(all.slice(k, k + BATCH));
}
