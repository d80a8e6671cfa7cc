import { createHash } from "node:crypto";
import type { Readable } from "node:stream";
import { buffer } from "node:stream/consumers";
import { type Entry, open, type ZipFile } from "yauzl";
import { CancelledError } from "@/core/errors/errors";
import { FormatError } from "@/core/errors/formatError";
import { entryKind, MANIFEST, type Manifest, manifestSchema } from "@/core/formats/archive/manifest";
import { readJsonFile } from "@/core/formats/jsonText";

/** How large an archive may be. */
export const ARCHIVE_MOST = {
  /** Thirty years of minutes with everything that was ever replaced, and a thousand photos, are some 2 GB. */
  fileBytes: 8e9,
  /** Unpacked: a table of numbers packs to a seventh. More is no archive but an attack. */
  unpackedBytes: 40e9,
  /** Photos, originals and channels of a large site over its life. */
  entries: 200_000,
  /** What is read whole: a site file, a case, a channel's index. */
  textBytes: 200_000_000,
} as const;

/** An archive that is whole: every entry is the one that was written. */
export interface ReadArchive {
  manifest: Manifest;
  paths: string[];
  /** An entry as text. @throws FormatError where it is too large to be read whole */
  text(path: string): Promise<string>;
  stream(path: string): Promise<Readable>;
  close(): void;
}

/**
 * Opens an archive and holds every entry against the manifest.
 * @param path of the file @param name what the person calls it, for errors
 * @throws FormatError naming the entry that is damaged, foreign, missing or of another kind; CancelledError
 */
export async function readArchive(
  path: string,
  name: string,
  { signal, report }: { signal?: AbortSignal; report?: (share: number) => void } = {},
): Promise<ReadArchive> {
  const zip = await opened(path, name);
  try {
    const entries = await listed(zip, name);
    const stream = async (entryPath: string) => streamOf(zip, entries.get(entryPath) as Entry, name);
    const text = async (entryPath: string) => textOf(zip, entries.get(entryPath) as Entry, name);
    if (!entries.has(MANIFEST)) throw refused(name, "no manifest.json", "the list of what is in the archive");
    const manifest = readJsonFile(manifestSchema, await text(MANIFEST), `${name}, ${MANIFEST}`, "irradant-archive/1");
    const paths = [...entries.keys()].filter((one) => one !== MANIFEST);
    for (const one of Object.keys(manifest.entries))
      if (!entries.has(one)) throw refused(`${name}, ${one}`, "nothing", "the entry that the manifest lists");
    for (const one of paths)
      if (!Object.hasOwn(manifest.entries, one)) throw refused(`${name}, ${one}`, "an entry", "none that the manifest doesn't list");
    const total = [...entries.values()].reduce((sum, { uncompressedSize }) => sum + uncompressedSize, 1);
    let done = 0;
    for (const one of paths) {
      const hash = createHash("sha256");
      const onBytes = (bytes: Buffer) => {
        if (signal?.aborted) throw new CancelledError();
        hash.update(bytes);
        done += bytes.length;
        report?.(Math.min(1, done / total));
      };
      await through(await stream(one), onBytes, `${name}, ${one}`);
      const found = hash.digest("hex");
      if (found !== manifest.entries[one].toLowerCase()) {
        throw refused(`${name}, ${one}`, "other bytes than were written", `those of SHA-256 ${manifest.entries[one].slice(0, 12)}…`);
      }
    }
    return { manifest, paths, text, stream, close: () => zip.close() };
  } catch (error) {
    zip.close();
    throw error;
  }
}

const refused = (file: string, found: string, expected: string) => new FormatError({ file, found, expected });

function opened(path: string, name: string): Promise<ZipFile> {
  return new Promise((resolve, reject) => {
    open(path, { lazyEntries: true, autoClose: false, strictFileNames: true }, (error, zip) => {
      if (error) reject(refused(name, `no whole archive (${error.message})`, "a file of the kind *.irradant.zip"));
      else resolve(zip);
    });
  });
}

/** All entries by path. @throws FormatError at the first that an archive doesn't have */
function listed(zip: ZipFile, name: string): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  let unpacked = 0;
  return new Promise((resolve, reject) => {
    const fault = (entry: Entry): FormatError | null => {
      const file = `${name}, ${entry.fileName}`;
      if (entry.fileName !== MANIFEST && !entryKind(entry.fileName))
        return refused(file, "an entry of this name", "one that an archive has");
      if (entries.has(entry.fileName)) return refused(file, "the same entry twice", "it once");
      if (entry.isEncrypted()) return refused(file, "an entry under a password", "one without");
      if (entries.size >= ARCHIVE_MOST.entries) return refused(name, `over ${ARCHIVE_MOST.entries} entries`, "at most that");
      unpacked += entry.uncompressedSize;
      return unpacked > ARCHIVE_MOST.unpackedBytes
        ? refused(name, `over ${ARCHIVE_MOST.unpackedBytes / 1e9} GB unpacked`, "at most that")
        : null;
    };
    zip.on("entry", (entry: Entry) => {
      const found = fault(entry);
      if (found) return reject(found);
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on("end", () => resolve(entries));
    zip.on("error", (error: Error) => reject(refused(name, `no whole archive (${error.message})`, "a file of the kind *.irradant.zip")));
    zip.readEntry();
  });
}

function streamOf(zip: ZipFile, entry: Entry, name: string): Promise<Readable> {
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (error) reject(refused(`${name}, ${entry.fileName}`, `an entry that can't be read (${error.message})`, "a whole one"));
      else resolve(stream);
    });
  });
}

async function textOf(zip: ZipFile, entry: Entry, name: string): Promise<string> {
  const file = `${name}, ${entry.fileName}`;
  if (entry.uncompressedSize > ARCHIVE_MOST.textBytes)
    throw refused(file, `${Math.round(entry.uncompressedSize / 1e6)} MB`, `at most ${ARCHIVE_MOST.textBytes / 1e6}`);
  const stream = await streamOf(zip, entry, name);
  return (await whole(buffer(stream), file)).toString("utf8");
}

async function through(stream: Readable, onBytes: (bytes: Buffer) => void, file: string): Promise<void> {
  await whole(
    (async () => {
      for await (const bytes of stream) onBytes(bytes as Buffer);
    })(),
    file,
  );
}

/** What breaks while an entry is unpacked is the entry's fault. */
async function whole<T>(reading: Promise<T>, file: string): Promise<T> {
  try {
    return await reading;
  } catch (error) {
    if (error instanceof CancelledError || error instanceof FormatError) throw error;
    throw refused(file, `a damaged entry (${(error as Error).message})`, "the one that was written");
  }
}
