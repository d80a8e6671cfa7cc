import { createHash } from "node:crypto";
import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { type Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { Transaction } from "sequelize";
import { ZipFile } from "yazl";
import { CancelledError } from "@/core/errors/errors";
import { MANIFEST, type Manifest } from "@/core/formats/archive/manifest";
import { asIrradantError } from "@/db/databaseErrors";
import { database } from "../database";
import { irradantVersion } from "../irradantVersion";
import type { ArchiveEntry } from "./archiveEntry";
import { siteEntries } from "./entries";
import { siteMark } from "./siteMark";

/** What whoever waits can say and hear. */
interface Asked {
  signal?: AbortSignal;
  /** Told how many of the entries are done, 0 to 1. */
  report?: (share: number) => void;
}

/**
 * Writes everything that is known of a site into one file, all of one moment: what is recorded meanwhile isn't in it.
 * @param path where to; broken off, nothing stays there
 * @returns its list, and the mark of what was known then (see `siteMark.ts`)
 * @throws CancelledError (from the signal), FullError where there is no room
 */
export async function writeArchive(
  siteId: string,
  path: string,
  { signal, report }: Asked = {},
): Promise<{ manifest: Manifest; mark: string }> {
  const now = new Date();
  const zip = new ZipFile();
  const manifest: Manifest = { format: "irradant-archive/1", version: irradantVersion(), madeAt: now.toISOString(), entries: {} };
  try {
    const mark = await inOneMoment(async (transaction) => {
      const entries = await siteEntries(siteId, transaction);
      const written = pipeline(zip.outputStream, createWriteStream(path), { signal });
      // A failure is told where the file is waited for; here it would be nobody's.
      written.catch(() => undefined);
      for (const [k, entry] of entries.entries()) {
        if (signal?.aborted) throw new CancelledError();
        const { stream, done } = hashed(await entry.open());
        zip.addReadStream(stream, entry.path, { mtime: now, compress: entry.packs });
        manifest.entries[entry.path] = await Promise.race([done, written.then(() => "")]);
        report?.((k + 1) / entries.length);
      }
      zip.addBuffer(Buffer.from(`${JSON.stringify(manifest, null, 2)}\n`), MANIFEST, { mtime: now });
      zip.end();
      await written;
      return siteMark(siteId, transaction);
    });
    return { manifest, mark };
  } catch (error) {
    await rm(path, { force: true });
    throw signal?.aborted ? new CancelledError() : asIrradantError(error);
  }
}

/** SHA-256 of every entry that a site's archive would have, by path. */
export async function entryHashes(siteId: string, { signal, report }: Asked = {}): Promise<Manifest["entries"]> {
  return inOneMoment(async (transaction) => {
    const hashes: Manifest["entries"] = {};
    const entries = await siteEntries(siteId, transaction);
    for (const [k, entry] of entries.entries()) {
      if (signal?.aborted) throw new CancelledError();
      hashes[entry.path] = await hashOf(entry);
      report?.((k + 1) / entries.length);
    }
    return hashes;
  });
}

async function hashOf(entry: ArchiveEntry): Promise<string> {
  const hash = createHash("sha256");
  for await (const chunk of await entry.open()) hash.update(chunk as Buffer | string);
  return hash.digest("hex");
}

/** A transaction that only reads: it sees one moment, and nobody waits for it. */
async function inOneMoment<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
  return (await database()).transaction({ type: Transaction.TYPES.DEFERRED }, work);
}

/** A stream's bytes on their way, and their SHA-256 once the last has passed. */
function hashed(source: Readable): { stream: Transform; done: Promise<string> } {
  const hash = createHash("sha256");
  const stream = new Transform({
    transform(chunk: Buffer | string, _encoding, next) {
      hash.update(chunk);
      next(null, chunk);
    },
  });
  const done = pipeline(source, stream).then(() => hash.digest("hex"));
  done.catch(() => undefined);
  return { stream, done };
}
