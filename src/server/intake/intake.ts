import { randomUUID } from "node:crypto";
import type { ReadableStream } from "node:stream/web";
import { Op } from "sequelize";
import { z } from "zod";
import { DAY_MS } from "@/core/constants";
import { ConflictError, FailedError, NotFoundError, RefusedError } from "@/core/errors/errors";
import type { SeriesKind } from "@/core/formats/seriesColumns";
import { type Mapping, mappingSchema } from "@/core/intake/mapping";
import { IntakeRecord, SourceMappingRecord } from "@/db/models/intakes";
import { readPacked } from "@/db/seriesStore";
import { type Actor, allow } from "../actor";
import { database, inTransaction } from "../database";
import { type Job, startJob } from "../jobs/jobs";
import { presentSite, siteWithGhosts } from "../sites/asBuilt";
import type { IntakePreview, IntakeTable } from "../work/intakeTypes";
import { runTask } from "../work/pool";
import { filePath, intakeFolder, putFile, removeIntakeFolder, removeOriginals, removeUnknownFolders } from "./intakeFiles";

/** So many files come at once: a year of daily ones. */
const MOST_FILES = 400;
/** What nobody has looked at for so long is let go. */
const KEPT_DAYS = 14;

const filesSchema = z.array(z.object({ name: z.string(), bytes: z.number() }));
const mappingsSchema = z.record(z.string(), mappingSchema);

/** What was brought to a site, as a screen shows it. */
export interface IntakeView {
  id: string;
  siteId: string;
  files: { name: string; bytes: number }[];
  /** Null until the files have been read. */
  tables: IntakeTable[] | null;
  /** How a person wants a table read, by its place; absent, as is proposed. */
  mappings: Record<string, Mapping>;
  createdAt: string;
}

/** Begins to bring files to a site. Intakes that were left lying are let go. */
export async function startIntake(actor: Actor, siteId: string): Promise<{ id: string }> {
  allow(actor, "manage");
  await presentSite(siteId);
  const id = randomUUID();
  await inTransaction(async (transaction) => {
    await IntakeRecord.destroy({ where: { createdAt: { [Op.lt]: new Date(Date.now() - KEPT_DAYS * DAY_MS) } }, transaction });
    await IntakeRecord.create(
      { id, siteId, files: "[]", tables: null, mappings: "{}", createdAt: new Date(), actorId: actor.id },
      { transaction },
    );
  });
  const known = await IntakeRecord.findAll({ attributes: ["id"], raw: true });
  await removeUnknownFolders(new Set(known.map((record) => record.id)));
  return { id };
}

/** @throws NotFoundError, FailedError where what is stored can't be read */
export async function openIntake(actor: Actor, id: string): Promise<IntakeView> {
  allow(actor, "read");
  await database();
  const record = await IntakeRecord.findByPk(id, { raw: true });
  if (!record) throw new NotFoundError("intake", id);
  try {
    return {
      id,
      siteId: record.siteId,
      files: filesSchema.parse(JSON.parse(record.files)),
      tables: record.tables === null ? null : (JSON.parse(record.tables) as IntakeTable[]),
      mappings: mappingsSchema.parse(JSON.parse(record.mappings)),
      createdAt: new Date(record.createdAt).toISOString(),
    };
  } catch (error) {
    throw new FailedError(`The intake ${id} can't be read as it is stored`, { cause: error });
  }
}

/** A site's intakes that wait, newest first. */
export async function waitingIntakes(actor: Actor, siteId: string): Promise<{ id: string; files: string[]; createdAt: string }[]> {
  allow(actor, "read");
  await database();
  const records = await IntakeRecord.findAll({ where: { siteId, tables: { [Op.ne]: null } }, order: [["createdAt", "DESC"]], raw: true });
  return records.map(({ id, files, createdAt }) => ({
    id,
    files: filesSchema.parse(JSON.parse(files)).map(({ name }) => name),
    createdAt: new Date(createdAt).toISOString(),
  }));
}

/** Adds a file. @throws ConflictError once they have been read */
export async function addIntakeFile(actor: Actor, id: string, name: string, body: ReadableStream): Promise<IntakeView> {
  allow(actor, "manage");
  const view = await openIntake(actor, id);
  if (view.tables) throw new ConflictError("These files have been read already: bring others anew");
  if (view.files.length >= MOST_FILES) throw new RefusedError(`found over ${MOST_FILES} files, expected at most that`, name);
  const bytes = await putFile(id, view.files.length, name, body);
  const files = [...view.files, { name, bytes }];
  await inTransaction(async (transaction) => {
    await IntakeRecord.update({ files: JSON.stringify(files) }, { where: { id }, transaction });
  });
  return { ...view, files };
}

/** Reads what was brought and proposes what it is, in a worker, with progress; called off or refused, the files go. */
export async function readIntake(actor: Actor, id: string): Promise<Job> {
  allow(actor, "manage");
  const view = await openIntake(actor, id);
  if (view.files.length === 0) throw new ConflictError("No file has been brought yet");
  const site = await siteWithGhosts(view.siteId);
  const remembered = await rememberedMappings(view.siteId);
  const title = view.files.length === 1 ? `Read ${view.files[0].name}` : `Read ${view.files.length} files`;
  return startJob(actor, title, async ({ signal, report }) => {
    const message = "Reading and telling what each column is";
    report(0.01, message);
    try {
      const files = view.files.map(({ name }, place) => ({ name, path: filePath(id, place) }));
      const request = { folder: intakeFolder(id), files, site, remembered, nowMs: Date.now() };
      const tables = await runTask("readIntake", request, { signal, onProgress: (share) => report(share, message) });
      await inTransaction(async (transaction) => {
        await IntakeRecord.update({ tables: JSON.stringify(tables) }, { where: { id }, transaction });
      });
      return id;
    } catch (error) {
      await dropIntake(actor, id).catch(() => undefined);
      throw error;
    }
  });
}

async function rememberedMappings(siteId: string): Promise<Record<string, Mapping>> {
  const records = await SourceMappingRecord.findAll({ where: { siteId }, raw: true });
  return Object.fromEntries(
    records.flatMap(({ source, mapping }) => {
      const parsed = mappingSchema.safeParse(JSON.parse(mapping));
      return parsed.success ? [[source, parsed.data] as const] : [];
    }),
  );
}

/** How a table of an intake is read: as a person wants it, else as proposed. @throws NotFoundError */
export function mappingOf(view: IntakeView, table: number): Mapping {
  const found = view.tables?.[table];
  if (!found) throw new NotFoundError("table", String(table));
  return view.mappings[table] ?? found.mapping;
}

/**
 * Shows what would be taken in of a table.
 * @param mapping how to read it from now on; absent, as it stands
 * @param channel the one to look at
 */
export async function previewIntake(actor: Actor, id: string, table: number, mapping?: Mapping, channel?: string): Promise<IntakePreview> {
  allow(actor, mapping ? "manage" : "read");
  const view = await openIntake(actor, id);
  const chosen = mapping ?? mappingOf(view, table);
  const proposed = view.tables?.[table];
  if (!proposed) throw new NotFoundError("table", String(table));
  checkColumns(chosen, proposed);
  if (mapping) {
    const mappings = { ...view.mappings, [table]: mapping };
    await inTransaction(async (transaction) => {
      await IntakeRecord.update({ mappings: JSON.stringify(mappings) }, { where: { id }, transaction });
    });
  }
  // Held against what was built when the data were made.
  const [firstDay, lastDay] = proposed.days;
  const site = await siteWithGhosts(view.siteId, ((firstDay + lastDay + 1) / 2) * DAY_MS);
  const stored = {
    production: await readPacked(view.siteId, "production", proposed.days),
    weather: await readPacked(view.siteId, "weather", proposed.days),
  };
  const wanted = new Set(chosen.columns.map(({ to }) => to));
  const own = (kind: SeriesKind) => stored[kind].filter(({ name }) => wanted.has(name));
  return runTask("previewIntake", {
    folder: intakeFolder(id),
    table,
    mapping: chosen,
    site,
    stored: { production: own("production"), weather: own("weather") },
    channel,
  });
}

/** @throws RefusedError where a mapping isn't of this table, or gives two columns one place */
function checkColumns(mapping: Mapping, table: IntakeTable): void {
  const names = mapping.columns.map(({ column }) => column).join("\n");
  if (names !== table.columns.map(({ name }) => name).join("\n"))
    throw new RefusedError("found a mapping of another table, expected one of these columns");
  const taken = new Set<string>();
  for (const { to, column } of mapping.columns) {
    if (to === null) continue;
    if (taken.has(to)) throw new RefusedError(`${column}: found ${to}, which another column has, expected each place once`);
    taken.add(to);
  }
}

/** Lets what was brought go. */
export async function dropIntake(actor: Actor, id: string): Promise<void> {
  allow(actor, "manage");
  await inTransaction(async (transaction) => {
    await IntakeRecord.destroy({ where: { id }, transaction });
  });
  await removeIntakeFolder(id);
  await removeOriginals(id);
}
