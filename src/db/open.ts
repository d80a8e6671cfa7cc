import { existsSync, mkdirSync, statfsSync } from "node:fs";
import { access, constants } from "node:fs/promises";
import { dirname, join } from "node:path";
import { type QueryInterface, Sequelize } from "sequelize";
import sqlite3 from "sqlite3";
import { SequelizeStorage, Umzug } from "umzug";
import { UnavailableError } from "@/core/errors/errors";
import { prepareConnections } from "./connections";
import { asIrradantError, sqliteCode } from "./databaseErrors";
import { first } from "./migrations/0001-first";
import { calibrations } from "./migrations/0002-calibrations";
import { authorsAndContent } from "./migrations/0003-authors-and-content";
import { changes } from "./migrations/0004-changes";
import { frozen } from "./migrations/0005-frozen";
import { dayBook } from "./migrations/0006-day-book";
import { firm } from "./migrations/0007-firm";
import { intakes } from "./migrations/0008-intakes";
import { moduleTypes } from "./migrations/0009-module-types";
import { daySums } from "./migrations/0010-day-sums";
import { validFrom } from "./migrations/0011-valid-from";
import { registers } from "./migrations/0012-registers";
import { registerSince } from "./migrations/0013-register-since";
import { catalogues } from "./migrations/0014-catalogues";
import { practices } from "./migrations/0015-practices";
import { initCatalogues } from "./models/catalogues";
import { initIntakes } from "./models/intakes";
import { initModuleTypes } from "./models/moduleTypes";
import { initPractices } from "./models/practices";
import { initRecords } from "./models/records";
import { initRegisters } from "./models/registers";
import { relate } from "./models/relations";
import { initSeries } from "./models/series";

/**
 * Opens the database in a folder, brings it to the present form and binds the models. Every error of the database comes as
 * one of Irradant's own. Pragmas: see `connections.ts`.
 * @param folder made where it isn't there
 * @param onBroken called when the file turns out to be damaged or gone, so that it can be opened anew
 * @throws UnavailableError where folder or file can't be used, BusyError where another program holds it
 */
export async function openDatabase(folder: string, onBroken?: () => void): Promise<Sequelize> {
  try {
    for (const name of ["photos", "incoming", "intakes", "archives"]) makeFolder(join(/* turbopackIgnore: true */ folder, name));
    await access(folder, constants.W_OK);
  } catch (error) {
    throw new UnavailableError(`The data folder ${folder} can't be written: ${(error as NodeJS.ErrnoException).code ?? error}`);
  }
  const sequelize = new Sequelize({
    dialect: "sqlite",
    dialectModule: sqlite3,
    storage: join(folder, "irradant.sqlite"),
    logging: false,
    // Writers wait at the start of a transaction instead of failing in its middle.
    transactionType: "IMMEDIATE" as never,
    // Tries again by its own lights otherwise; `write.ts` does.
    retry: { max: 1 },
  });
  prepareConnections(sequelize);
  const freeBytes = () => roomIn(folder);
  translateErrors(sequelize, freeBytes, onBroken);
  bindModels(sequelize);
  try {
    await migrate(sequelize);
  } catch (error) {
    await sequelize.close().catch(() => undefined);
    // Umzug wraps what a migration threw.
    throw asIrradantError(error, freeBytes);
  }
  return sequelize;
}

/** Codes after which this connection is of no use any more. */
const BROKEN = new Set(["SQLITE_CORRUPT", "SQLITE_NOTADB", "SQLITE_IOERR", "SQLITE_CANTOPEN"]);

function translateErrors(sequelize: Sequelize, freeBytes: () => number, onBroken: (() => void) | undefined): void {
  const query = sequelize.query.bind(sequelize) as (...args: unknown[]) => Promise<unknown>;
  const translated = async (...args: unknown[]) => {
    try {
      return await query(...args);
    } catch (error) {
      if (BROKEN.has(sqliteCode(error) ?? "")) onBroken?.();
      throw asIrradantError(error, freeBytes);
    }
  };
  Object.assign(sequelize, { query: translated });
}

/** Bytes that a folder's disk has left; as if without end where the system doesn't tell. */
function roomIn(folder: string): number {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return Number.POSITIVE_INFINITY;
  }
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
  initIntakes(sequelize);
  initModuleTypes(sequelize);
  initRegisters(sequelize);
  initCatalogues(sequelize);
  initPractices(sequelize);
  relate();
}

/** Brings the tables to the newest migration. */
export async function migrate(sequelize: Sequelize): Promise<void> {
  const umzug = new Umzug<QueryInterface>({
    migrations: [
      first,
      calibrations,
      authorsAndContent,
      changes,
      frozen,
      dayBook,
      firm,
      intakes,
      moduleTypes,
      daySums,
      validFrom,
      registers,
      registerSince,
      catalogues,
      practices,
    ],
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await umzug.up();
}
