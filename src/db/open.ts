import { existsSync, mkdirSync } from "node:fs";
import { access, constants } from "node:fs/promises";
import { dirname, join } from "node:path";
import { type QueryInterface, Sequelize } from "sequelize";
import sqlite3 from "sqlite3";
import { SequelizeStorage, Umzug } from "umzug";
import { first } from "./migrations/0001-first";
import { calibrations } from "./migrations/0002-calibrations";
import { initRecords } from "./models/records";
import { initSeries } from "./models/series";

/** The folder can't hold the database; the message is one clear line. */
export class DataFolderError extends Error {}

/**
 * Opens the database in a folder, brings it to the present form and binds the models.
 * WAL mode, foreign keys on, waits up to five seconds for another writer.
 * @param folder made where it isn't there
 * @throws DataFolderError where the folder can't be written
 */
export async function openDatabase(folder: string): Promise<Sequelize> {
  try {
    for (const name of ["photos", "incoming"]) makeFolder(join(/* turbopackIgnore: true */ folder, name));
    await access(folder, constants.W_OK);
  } catch (error) {
    throw new DataFolderError(`The data folder ${folder} can't be written: ${(error as NodeJS.ErrnoException).code ?? error}`);
  }
  const sequelize = new Sequelize({
    dialect: "sqlite",
    dialectModule: sqlite3,
    storage: join(folder, "irradant.sqlite"),
    logging: false,
    // Writers queue at the start of a transaction instead of failing in its middle.
    transactionType: "IMMEDIATE" as never,
  });
  sequelize.addHook("afterConnect", (connection) => preparePragmas(connection as sqlite3.Database));
  bindModels(sequelize);
  await migrate(sequelize);
  return sequelize;
}

/** Step by step: Node's recursive mkdir never returns where the system refuses without saying so, as in /proc. */
function makeFolder(path: string): void {
  if (existsSync(path)) return;
  makeFolder(dirname(path));
  mkdirSync(path);
}

/** Binds this copy of the model classes to an open database. A bundler may make several copies of a module. */
export function bindModels(sequelize: Sequelize): void {
  initRecords(sequelize);
  initSeries(sequelize);
}

/** Brings the tables to the newest migration. */
export async function migrate(sequelize: Sequelize): Promise<void> {
  const umzug = new Umzug<QueryInterface>({
    migrations: [first, calibrations],
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await umzug.up();
}

function preparePragmas(connection: sqlite3.Database): Promise<void> {
  return new Promise((resolve, reject) => {
    connection.exec(
      "PRAGMA busy_timeout = 5000; PRAGMA journal_mode = WAL; PRAGMA synchronous = NORMAL; PRAGMA foreign_keys = ON;",
      (error) => (error ? reject(error) : resolve()),
    );
  });
}
