import { readdir, rm } from "node:fs/promises";
import { join, resolve } from "node:path";
import type { Sequelize } from "sequelize";
import { bindModels, openDatabase } from "@/db/open";

const HOLDER = globalThis as typeof globalThis & { irradantDatabase?: Promise<Sequelize> };

/** Folder of the database and the photos: `IRRADANT_DATA`, or `data` beside the program. */
export function dataFolder(): string {
  return resolve(/* turbopackIgnore: true */ process.env.IRRADANT_DATA ?? "data");
}

let bound: Promise<Sequelize> | undefined;

/** The one open database of this process; opened at the first call. */
export function database(): Promise<Sequelize> {
  HOLDER.irradantDatabase ??= open();
  // The connection is shared by the process, the model classes by one bundle only.
  bound ??= HOLDER.irradantDatabase.then((sequelize) => {
    bindModels(sequelize);
    return sequelize;
  });
  return bound;
}

async function open(): Promise<Sequelize> {
  const folder = dataFolder();
  const sequelize = await openDatabase(folder);
  // Uploads that a crash left behind were never taken in.
  const incoming = join(folder, "incoming");
  for (const name of await readdir(incoming)) await rm(join(incoming, name), { force: true });
  return sequelize;
}
