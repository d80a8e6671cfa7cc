import { createReadStream, createWriteStream } from "node:fs";
import { mkdir, readdir, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import type { ReadableStream } from "node:stream/web";
import { createGzip } from "node:zlib";
import { SERIES_MOST } from "@/core/formats/seriesLimits";
import { asIrradantError } from "@/db/databaseErrors";
import { dataFolder } from "../database";
import { receiveUpload } from "../uploads/receiveUpload";

/** Folder of what was brought and waits to be looked at. */
export function intakeFolder(intakeId: string): string {
  return join(dataFolder(), "intakes", intakeId);
}

export const filePath = (intakeId: string, place: number): string => join(intakeFolder(intakeId), `file-${place}`);

/** Puts a file beside the others of an intake; broken off, nothing of it stays. @returns its size */
export async function putFile(intakeId: string, place: number, name: string, body: ReadableStream): Promise<number> {
  const path = await receiveUpload(body, name, SERIES_MOST.fileBytes);
  try {
    await mkdir(intakeFolder(intakeId), { recursive: true });
    await rename(path, filePath(intakeId, place));
    return (await stat(filePath(intakeId, place))).size;
  } catch (error) {
    await rm(path, { force: true });
    throw asIrradantError(error);
  }
}

/** What a file is called as it came, packed. */
export const originalName = (intakeId: string, place: number): string => `${intakeId}-${place}.gz`;

/** Where it lies. */
export function originalPath(intakeId: string, place: number): string {
  return join(dataFolder(), "originals", originalName(intakeId, place));
}

/** Of zlib's levels the quickest: a table packs to a sixth of its size, the best one to an eighth in five times the time. */
const QUICK = 1;

/** Packs the files as they came beside what was made of them, so that every repair can be taken back. @throws FullError where there is no room for them */
export async function keepOriginals(intakeId: string, places: readonly number[]): Promise<void> {
  const folder = join(dataFolder(), "originals");
  await mkdir(folder, { recursive: true });
  for (const place of places) {
    const path = originalPath(intakeId, place);
    try {
      await pipeline(createReadStream(filePath(intakeId, place)), createGzip({ level: QUICK }), createWriteStream(`${path}.part`));
      await rename(`${path}.part`, path);
    } catch (error) {
      await rm(`${path}.part`, { force: true });
      throw asIrradantError(error);
    }
  }
}

/** What was kept of files that weren't taken in after all. */
export async function removeOriginals(intakeId: string): Promise<void> {
  const folder = join(dataFolder(), "originals");
  const names = await readdir(folder).catch((): string[] => []);
  for (const name of names) if (name.startsWith(intakeId)) await rm(join(folder, name), { force: true });
}

export async function removeIntakeFolder(intakeId: string): Promise<void> {
  await rm(intakeFolder(intakeId), { force: true, recursive: true });
}

/** Folders of intakes that are known no more. */
export async function removeUnknownFolders(known: ReadonlySet<string>): Promise<void> {
  const names = await readdir(join(dataFolder(), "intakes")).catch((): string[] => []);
  for (const name of names) if (!known.has(name)) await removeIntakeFolder(name);
}
