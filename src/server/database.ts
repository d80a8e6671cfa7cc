import { readdir, rm } from "node:fs/promises";
import { join, resolve } from "node:path";
import type { Sequelize } from "sequelize";
import { bindModels, openDatabase } from "@/db/open";
import { write } from "@/db/write";
import { putStoredInForce } from "./catalogue/stored";
import { forgetProcessWide, processWide } from "./processWide";

const NAME = "database";

/** Folder of the database and the photos: `IRRADANT_DATA`, or `data` beside the program. */
export function dataFolder(): string {
  return resolve(/* turbopackIgnore: true */ process.env.IRRADANT_DATA ?? "data");
}

/** Folder in which uploads lie until they are taken in. */
export function incomingFolder(): string {
  return join(dataFolder(), "incoming");
}

let bound: { from: Promise<Sequelize>; sequelize: Promise<Sequelize> } | undefined;

/**
 * The one open database of this process; opened at the first call. Where that fails (a lock, a full disk, a damaged file)
 * the next call tries anew, and so it does once an open one turns out to be broken.
 */
export function database(): Promise<Sequelize> {
  const from = processWide(NAME, open);
  // The connection is shared by the process, the model classes by one bundle only.
  if (bound?.from !== from) {
    const sequelize = from.then((opened) => {
      bindModels(opened);
      return opened;
    });
    bound = { from, sequelize };
  }
  return bound.sequelize;
}

/** Runs work in one transaction of the database. See `db/write.ts`. */
export async function inTransaction<T>(work: Parameters<typeof write<T>>[1], patienceMs?: number): Promise<T> {
  return write(await database(), work, patienceMs);
}

/** Closes the database of this process, if one is open; for tests and commands. */
export async function closeDatabase(): Promise<void> {
  const sequelize = await database();
  forgetProcessWide(NAME);
  bound = undefined;
  await sequelize.close();
}

function open(): Promise<Sequelize> {
  const opening: Promise<Sequelize> = openDatabase(dataFolder(), () => forgetProcessWide(NAME, opening)).then(async (sequelize) => {
    await removeOrphans();
    await putStoredInForce(sequelize, true);
    return sequelize;
  });
  opening.catch(() => forgetProcessWide(NAME, opening));
  return opening;
}

/** Uploads whose process has died were never taken in. Their names begin with its number. */
async function removeOrphans(): Promise<void> {
  const folder = incomingFolder();
  for (const name of await readdir(folder).catch((): string[] => [])) {
    const owner = Number.parseInt(name, 10);
    if (owner !== process.pid && isAlive(owner)) continue;
    await rm(join(folder, name), { force: true, recursive: true });
  }
}

function isAlive(pid: number): boolean {
  if (!Number.isInteger(pid) || pid <= 0) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}
