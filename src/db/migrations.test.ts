import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { QueryTypes, Sequelize } from "sequelize";
import sqlite3 from "sqlite3";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
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
import { CalibrationRecord, ChangeRecord, SiteRecord } from "./models/records";
import { openDatabase } from "./open";
import { packDays } from "./packedDays";
import { storeImport } from "./seriesStore";

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "irradant-migrations-"));
});
afterEach(() => rmSync(folder, { recursive: true }));

const raw = () => new Sequelize({ dialect: "sqlite", dialectModule: sqlite3, storage: join(folder, "irradant.sqlite"), logging: false });
const tables = async (sequelize: Sequelize) =>
  (await sequelize.query<{ name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'", { type: QueryTypes.SELECT })).map(
    ({ name }) => name,
  );

const columns = async (sequelize: Sequelize, table: string) =>
  (await sequelize.query<{ name: string }>(`PRAGMA table_info(${table})`, { type: QueryTypes.SELECT })).map(({ name }) => name);

describe("a data folder from before calibrations", () => {
  /** The database as the first version left it, with a site in it. */
  async function older(): Promise<void> {
    const sequelize = raw();
    await first.up({ context: sequelize.getQueryInterface() });
    await sequelize.query("CREATE TABLE SequelizeMeta (name VARCHAR(255) NOT NULL UNIQUE PRIMARY KEY)");
    await sequelize.query("INSERT INTO SequelizeMeta VALUES ('0001-first')");
    await sequelize.query("INSERT INTO sites (id, name, revision) VALUES ('barn', 'Barn', 7)");
    await sequelize.close();
  }

  it("is brought to the present form when it is opened, with everything still in it", async () => {
    await older();
    const sequelize = await openDatabase(folder);
    expect(await tables(sequelize)).toContain("calibrations");
    expect(await SiteRecord.findByPk("barn", { raw: true })).toMatchObject({ id: "barn", name: "Barn", revision: 7, contentKey: null });
    await CalibrationRecord.create({
      ...{ id: "c", siteId: "barn", scope: "inv1", factor: 0.98, errorPct: 0.3, weeks: 9 },
      ...{ fromDay: "2026-01-01", toDay: "2026-03-05", keptBy: "A. Gruber", note: "", keptAt: new Date(0), actorId: "built-in" },
    });
    await sequelize.close();
    const again = await openDatabase(folder);
    expect((await CalibrationRecord.findAll()).map(({ keptBy }) => keptBy)).toEqual(["A. Gruber"]);
    await SiteRecord.destroy({ where: { id: "barn" } });
    expect(await CalibrationRecord.count()).toBe(0);
    await again.close();
  });

  it("refuses a calibration of a site that isn't there", async () => {
    const sequelize = await openDatabase(folder);
    const orphan = CalibrationRecord.create({
      ...{ id: "c", siteId: "nowhere", scope: "inv1", factor: 1, errorPct: 0, weeks: 3 },
      ...{ fromDay: "", toDay: "", keptBy: "x", note: "", keptAt: new Date(0), actorId: "built-in" },
    });
    await expect(orphan).rejects.toThrow(/FOREIGN KEY/);
    await sequelize.close();
  });
});

it("makes what was recorded before there were changes the first change of its record", async () => {
  const sequelize = await openDatabase(folder);
  const context = sequelize.getQueryInterface();
  await changes.down({ context });
  const run = (statement: string) => sequelize.query(statement);
  await run("INSERT INTO sites (id, name, revision) VALUES ('barn', 'Barn', 0)");
  await run("INSERT INTO cases (id, siteId, kind, title, openedAt, brief) VALUES ('c', 'barn', 'alarm', 'x', '2026-01-01', '{}')");
  await run("INSERT INTO visits (id, caseId, startedAt, technician) VALUES ('v', 'c', '2026-01-01', '')");
  const at = "'2026-05-02 09:10:00.250 +00:00'";
  await run(`INSERT INTO findings (id, caseId, visitId, pointId, gradeId, note, place, recordedAt, withdrawnAt) VALUES
    ('f1', 'c', 'v', 'glass', 'fix', 'a "quoted" note', 's2', ${at}, NULL), ('f2', 'c', 'v', 'glass', 'stop', '', '', ${at}, ${at})`);
  await run("INSERT INTO photos (id, findingId, file, thumbnail, widthPx, heightPx) VALUES ('p', 'f1', 'p.jpg', 'p.thumb.jpg', 4, 3)");
  await changes.up({ context });
  const rows = await ChangeRecord.findAll({ order: ["number"] });
  const madeMs = Date.parse("2026-05-02T09:10:00.250Z");
  expect(rows.map((row) => [row.recordId, Number(row.madeMs), JSON.parse(row.fields)])).toEqual([
    ["f1", madeMs, { gradeId: "fix", note: 'a "quoted" note', place: "s2" }],
    ["f2", madeMs, { gradeId: "stop", note: "", place: "" }],
    ["f2", madeMs + 1, { takenBack: true }],
    ["p", madeMs, { removed: false }],
  ]);
  expect(JSON.parse(rows[3].about)).toEqual({ pointId: "glass", findingId: "f1" });
  await sequelize.close();
});

it("adds up the days that were stored before there were sums, and leaves them as they were", async () => {
  const sequelize = await openDatabase(folder);
  const context = sequelize.getQueryInterface();
  await SiteRecord.create({ id: "mill", name: "Mill" });
  const grid = { startMs: Date.parse("2025-03-01T00:00:00Z"), stepMs: 21_600_000, count: 8 };
  const values = Float64Array.from([1, 2, Number.NaN, 4, 5, 6, 7, Number.NaN]);
  const day = { id: "i", siteId: "mill", kind: "production", fileName: "f", rows: 8, grid, actorId: "x" } as const;
  await storeImport(sequelize, { ...day, channels: [{ name: "inv1.ac_w", days: packDays(values, grid, "inv1.ac_w") }] });
  const rows = async (table: string) => (await sequelize.query(`SELECT * FROM ${table} ORDER BY channelId, day`))[0];
  const [days, sums] = [await rows("series_days"), await rows("day_sums")];
  expect(sums).toMatchObject([
    { count: 3, sum: 7, least: 1, most: 4, stepMs: 21_600_000 },
    { count: 3, sum: 18, least: 5, most: 7 },
  ]);
  await daySums.down({ context });
  expect(await rows("series_days")).toEqual(days);
  await daySums.up({ context });
  expect(await rows("series_days")).toEqual(days);
  expect(await rows("day_sums")).toEqual(sums);
  await SiteRecord.destroy({ where: { id: "mill" } });
  expect(await rows("day_sums")).toEqual([]);
  await sequelize.close();
});

it("can go back step by step and leave nothing behind", async () => {
  const sequelize = await openDatabase(folder);
  const context = sequelize.getQueryInterface();
  await practices.down({ context });
  expect(await tables(sequelize)).not.toContain("practices");
  await catalogues.down({ context });
  await registerSince.down({ context });
  expect(await columns(sequelize, "registers")).toEqual(["siteId", "csv"]);
  await registers.down({ context });
  expect(await tables(sequelize)).not.toContain("registers");
  await validFrom.down({ context });
  expect(await columns(sequelize, "as_built")).not.toContain("validFrom");
  await daySums.down({ context });
  expect(await tables(sequelize)).not.toContain("day_sums");
  await moduleTypes.down({ context });
  expect(await tables(sequelize)).not.toContain("module_types");
  await intakes.down({ context });
  expect(await tables(sequelize)).not.toContain("intakes");
  expect(await columns(sequelize, "imports")).not.toContain("reading");
  await firm.down({ context });
  expect(await tables(sequelize)).not.toContain("firm");
  await dayBook.down({ context });
  expect(await columns(sequelize, "analyses")).toContain("ribbon");
  await frozen.down({ context });
  expect(await columns(sequelize, "analyses")).not.toContain("frozen");
  await changes.down({ context });
  expect(await tables(sequelize)).not.toContain("changes");
  await authorsAndContent.down({ context });
  expect(await tables(sequelize)).not.toContain("jobs");
  await calibrations.down({ context });
  expect(await tables(sequelize)).not.toContain("calibrations");
  await first.down({ context });
  expect((await tables(sequelize)).filter((name) => !/^(SequelizeMeta|sqlite_)/.test(name))).toEqual([]);
  await sequelize.close();
});
