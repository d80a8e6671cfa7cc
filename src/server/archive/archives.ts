import { readdir, readFile, rename, rm, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { ReadableStream } from "node:stream/web";
import { z } from "zod";
import { DAY_MS } from "@/core/constants";
import { ConflictError, NotFoundError } from "@/core/errors/errors";
import { siteName } from "@/core/site/lookups";
import { CaseRecord, SiteRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { freshAnalysisOf } from "../analysis/analysis";
import { database, dataFolder } from "../database";
import { type Job, startJob } from "../jobs/jobs";
import { newId } from "../newId";
import { presentSite } from "../sites/asBuilt";
import { receiveUpload } from "../uploads/receiveUpload";
import { type ArchiveContents, readContents } from "./contents";
import { archiveDifferences } from "./differences";
import { ARCHIVE_MOST, type ReadArchive, readArchive } from "./readArchive";
import { storeArchive } from "./storeArchive";
import { entryHashes, writeArchive } from "./writeArchive";

/** Archives that nobody fetched or answered for go after so many days. */
const KEPT_DAYS = 7;

const strings = z.array(z.string());

/** What is known of an archive that lies here. */
const archiveSchema = z.object({
  id: z.string(),
  /** The file's name for people. */
  name: z.string(),
  /** Written here; brought and read, its site being known here (it asks); taken in; or what a site was before another took its place. */
  state: z.enum(["made", "asks", "taken", "former", "same"]),
  siteId: z.string(),
  siteName: z.string(),
  bytes: z.number(),
  /** Where it asks: in what it differs from the site that is here. */
  differences: z.array(z.object({ words: z.string(), onlyHere: strings, onlyInArchive: strings, otherwise: strings })).default([]),
  /** Where it took the place of a site: the archive of that. */
  former: z.string().nullable().default(null),
});

export type ArchiveView = z.infer<typeof archiveSchema>;

const folder = () => join(dataFolder(), "archives");
const fileOf = (id: string) => join(folder(), `${id}.zip`);
const aboutOf = (id: string) => join(folder(), `${id}.json`);

/** Writes a site's archive in the background. @returns the job, and the id under which the archive is to be fetched @throws NotFoundError */
export async function makeArchive(actor: Actor, siteId: string): Promise<{ job: Job; archive: string }> {
  allow(actor, "read");
  const { site } = await presentSite(siteId);
  await letOldGo();
  const id = newId();
  const job = await startJob(actor, `Archive of ${siteName(site)}`, async ({ signal, report }) => {
    const { about } = await makeNow(id, siteId, siteName(site), "made", {
      signal,
      report: (share) => report(share, "Writing the archive"),
    });
    return `${about.name}, ${megabytes(about.bytes)}`;
  });
  return { job, archive: id };
}

/** Puts a brought archive aside and reads it in the background: a site that isn't known here is taken in, one that is makes it ask. */
export async function bringArchive(actor: Actor, name: string, body: ReadableStream): Promise<{ job: Job; archive: string }> {
  allow(actor, "manage");
  await letOldGo();
  const id = newId();
  const path = await receiveUpload(body, name, ARCHIVE_MOST.fileBytes);
  await rename(path, fileOf(id));
  const job = await startJob(actor, `Read ${name}`, async (control) => {
    try {
      return await withArchive(id, name, control, async (archive, contents) => {
        const about = { id, name, siteId: contents.siteId, siteName: contents.siteName, bytes: (await stat(fileOf(id))).size };
        const known = await SiteRecord.findByPk(contents.siteId, { attributes: ["id"], raw: true });
        if (!known) {
          await store(actor, archive, contents, null, control);
          await keep({ ...about, state: "taken", differences: [], former: null });
          return `${contents.siteName} taken in`;
        }
        const onShare = (share: number) => control.report(0.3 + 0.7 * share, "Holding it against what is here");
        const here = await entryHashes(contents.siteId, { signal: control.signal, report: onShare });
        const differences = archiveDifferences(here, archive.manifest.entries, await titlesOf(contents));
        const state = differences.length === 0 ? "same" : "asks";
        await keep({ ...about, state, differences, former: null });
        return state === "same" ? `${contents.siteName} is here just as in the archive` : `${contents.siteName} is here already, otherwise`;
      });
    } catch (error) {
      await remove(id);
      throw error;
    }
  });
  return { job, archive: id };
}

/**
 * Lets an archive's site take the place of the one that is here, which is kept as an archive of its own so that it can come back the same way.
 * @throws NotFoundError, ConflictError where it was answered for already
 */
export async function replaceFromArchive(actor: Actor, id: string): Promise<Job> {
  allow(actor, "manage");
  const about = await archiveView(actor, id);
  if (about.state !== "asks" && about.state !== "former") throw new ConflictError("This archive was answered for already");
  return startJob(actor, `Take ${about.siteName} from its archive`, (control) =>
    withArchive(id, about.name, control, async (archive, contents) => {
      const former = newId();
      control.report(0.3, "Keeping what is here");
      const { mark } = await makeNow(former, contents.siteId, about.siteName, "former", { signal: control.signal });
      await store(actor, archive, contents, mark, control);
      await keep({ ...about, state: "taken", differences: [], former });
      return `${contents.siteName} is as in the archive now`;
    }),
  );
}

/** @throws NotFoundError */
export async function archiveView(actor: Actor, id: string): Promise<ArchiveView> {
  allow(actor, "read");
  checkId(id);
  const text = await readFile(aboutOf(id), "utf8").catch(() => null);
  if (text === null) throw new NotFoundError("archive", id);
  return archiveSchema.parse(JSON.parse(text));
}

/** Where an archive's file lies, and what it is called. @throws NotFoundError */
export async function archiveFile(actor: Actor, id: string): Promise<{ path: string; name: string }> {
  const { name } = await archiveView(actor, id);
  return { path: fileOf(id), name };
}

/** Lets an archive go that was brought or made. */
export async function dropArchive(actor: Actor, id: string): Promise<void> {
  allow(actor, "manage");
  checkId(id);
  await remove(id);
}

/** An id becomes a path. @throws NotFoundError for what was never one of ours */
function checkId(id: string): void {
  if (!z.uuid().safeParse(id).success) throw new NotFoundError("archive", id);
}

type Control = Parameters<Parameters<typeof startJob>[2]>[0];

/** Reads an archive, whole, for a piece of work. */
async function withArchive<T>(
  id: string,
  name: string,
  { signal, report }: Control,
  work: (archive: ReadArchive, contents: ArchiveContents) => Promise<T>,
): Promise<T> {
  const words = "Holding every entry against its list";
  const archive = await readArchive(fileOf(id), name, { signal, report: (share) => report(0.3 * share, words) });
  try {
    return await work(archive, await readContents(archive, name));
  } finally {
    archive.close();
  }
}

/** What cases are called, here and in an archive. */
async function titlesOf({ siteId, cases }: ArchiveContents): Promise<Map<string, string>> {
  const here = await CaseRecord.findAll({ where: { siteId }, attributes: ["id", "title"], raw: true });
  return new Map([...cases, ...here].map(({ id, title }) => [id, title]));
}

async function store(
  actor: Actor,
  archive: ReadArchive,
  contents: ArchiveContents,
  replace: string | null,
  control: Control,
): Promise<void> {
  const { signal, report, noReturn } = control;
  await storeArchive(actor.id, archive, contents, replace, { signal, noReturn, report: (share) => report(0.3 + 0.6 * share, "Storing") });
  report(0.9, "Comparing with what was to be expected");
  // It is stored, whatever comes of the comparison: a page that is opened makes it anew.
  await freshAnalysisOf(actor, contents.siteId).catch((error: unknown) => console.error(error));
}

async function makeNow(
  id: string,
  siteId: string,
  name: string,
  state: "made" | "former",
  asked: Parameters<typeof writeArchive>[2],
): Promise<{ about: ArchiveView; mark: string }> {
  const { manifest, mark } = await writeArchive(siteId, fileOf(id), asked);
  const about = {
    ...{ id, siteId, siteName: name, state, differences: [], former: null },
    name: `${siteId}-${manifest.madeAt.slice(0, 10)}.irradant.zip`,
    bytes: (await stat(fileOf(id))).size,
  };
  await keep(about);
  return { about, mark };
}

async function keep(about: ArchiveView): Promise<void> {
  // Moved in place: it is there whole, or not at all.
  await writeFile(`${aboutOf(about.id)}.part`, JSON.stringify(about));
  await rename(`${aboutOf(about.id)}.part`, aboutOf(about.id));
}

async function remove(id: string): Promise<void> {
  for (const path of [fileOf(id), aboutOf(id)]) await rm(path, { force: true });
}

async function letOldGo(): Promise<void> {
  await database();
  for (const name of await readdir(folder())) {
    const about = await stat(join(folder(), name)).catch(() => null);
    if (about && Date.now() - about.mtimeMs > KEPT_DAYS * DAY_MS) await rm(join(folder(), name), { force: true });
  }
}

const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(bytes < 1e6 ? 2 : 1)} MB`;
