import { randomUUID } from "node:crypto";
import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { join } from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream } from "node:stream/web";
import { TooLargeError } from "@/core/errors/errors";
import { asIrradantError } from "@/db/databaseErrors";
import { database, incomingFolder } from "../database";

/**
 * Puts an upload aside as a file, to be read from there. Broken off, or over the limit, nothing of it stays.
 * @param what the file's name, for the refusal
 * @returns path of the file; its name begins with this process's number (see `removeOrphans` in `database.ts`)
 * @throws TooLargeError while it streams, FullError where there is no room for it
 */
export async function receiveUpload(body: ReadableStream, what: string, mostBytes: number): Promise<string> {
  await database();
  const path = join(incomingFolder(), `${process.pid}-${randomUUID()}`);
  try {
    await pipeline(Readable.fromWeb(body), limited(what, mostBytes), createWriteStream(path));
    return path;
  } catch (error) {
    await rm(path, { force: true });
    throw asIrradantError(error);
  }
}

function limited(what: string, mostBytes: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _, next) {
      bytes += chunk.length;
      if (bytes > mostBytes) next(new TooLargeError(`found over ${mostBytes / 1e6} MB, expected at most that`, what));
      else next(null, chunk);
    },
  });
}
