import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { QueryTypes, type Sequelize, type Transaction } from "sequelize";
import sqlite3 from "sqlite3";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { PRAGMAS } from "./connections";
import { dataVersion } from "./dataVersion";
import { SiteRecord } from "./models/records";
import { openDatabase } from "./open";
import { write } from "./write";

let folder: string;
let sequelize: Sequelize;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "irradant-write-"));
  sequelize = await openDatabase(folder);
});
afterEach(async () => {
  await sequelize.close();
  rmSync(folder, { recursive: true, force: true });
});

/** A connection of another program. */
function stranger() {
  const database = new sqlite3.Database(join(folder, "irradant.sqlite"));
  const run = (sql: string) => new Promise<void>((resolve, reject) => database.exec(sql, (error) => (error ? reject(error) : resolve())));
  return { run, close: () => new Promise<void>((resolve) => database.close(() => resolve())) };
}

const add = (id: string) => write(sequelize, (transaction) => SiteRecord.create({ id, name: id }, { transaction }));

describe("every connection is set before its first statement", () => {
  const SAID: Record<string, unknown> = {
    journal_mode: "wal",
    synchronous: 2,
    foreign_keys: 1,
    busy_timeout: PRAGMAS.busy_timeout,
    trusted_schema: 0,
  };
  const ask = async (name: string, transaction?: Transaction) => {
    const [row] = await sequelize.query<Record<string, unknown>>(`PRAGMA ${name}`, { type: QueryTypes.SELECT, transaction });
    return Object.values(row)[0];
  };

  it("the one for reading", async () => {
    for (const [name, value] of Object.entries(SAID)) expect([name, await ask(name)]).toEqual([name, value]);
  });

  it("and that of a transaction", async () => {
    await write(sequelize, async (transaction) => {
      for (const [name, value] of Object.entries(SAID)) expect([name, await ask(name, transaction)]).toEqual([name, value]);
    });
  });
});

describe("writers", () => {
  it("queue: of two hundred at once none fails, and each is there", async () => {
    const ids = Array.from({ length: 200 }, (_, k) => `site-${k}`);
    await Promise.all(ids.map(add));
    expect((await SiteRecord.findAll({ raw: true })).map(({ id }) => id).sort()).toEqual([...ids].sort());
  });

  it("don't hold readers up, who see what was before", async () => {
    await add("before");
    let release = () => {};
    const held = new Promise<void>((resolve) => (release = resolve));
    const writing = write(sequelize, async (transaction) => {
      await SiteRecord.create({ id: "during", name: "x" }, { transaction });
      await held;
    });
    expect((await SiteRecord.findAll({ raw: true })).map(({ id }) => id)).toEqual(["before"]);
    release();
    await writing;
    expect(await SiteRecord.count()).toBe(2);
  });

  it("leave nothing of what failed, and the next one goes on", async () => {
    const broken = write(sequelize, async (transaction) => {
      await SiteRecord.create({ id: "half", name: "x" }, { transaction });
      throw new Error("broken off");
    });
    await expect(broken).rejects.toThrow("broken off");
    await add("next");
    expect((await SiteRecord.findAll({ raw: true })).map(({ id }) => id)).toEqual(["next"]);
  });

  it("wait while another program holds the database, and say so when it doesn't let go", async () => {
    const quiet = vi.spyOn(console, "warn").mockImplementation(() => {});
    const other = stranger();
    await other.run("BEGIN IMMEDIATE");
    const impatient = write(sequelize, (transaction) => SiteRecord.create({ id: "no", name: "no" }, { transaction }), 0);
    await expect(impatient).rejects.toMatchObject({ kind: "busy", message: expect.stringContaining("held by another program") });
    const patient = add("later");
    await new Promise((resolve) => setTimeout(resolve, 300));
    await other.run("COMMIT");
    await patient;
    await other.close();
    expect((await SiteRecord.findAll({ raw: true })).map(({ id }) => id)).toEqual(["later"]);
    quiet.mockRestore();
  });

  it("are noticed by the reader's number, whoever they are", async () => {
    const first = await dataVersion(sequelize);
    expect(await dataVersion(sequelize)).toBe(first);
    await add("mine");
    const second = await dataVersion(sequelize);
    expect(second).not.toBe(first);
    const other = stranger();
    await other.run("INSERT INTO sites (id, name) VALUES ('theirs', 'x')");
    await other.close();
    expect(await dataVersion(sequelize)).not.toBe(second);
  });
});

describe("a file that can't be used is told in one clear line", () => {
  it.each<[string, Buffer | string]>([
    ["no database", "this is a letter and no database at all, though it is long enough to be taken for one".repeat(20)],
    ["a database with its head torn off", Buffer.alloc(8192, 7)],
  ])("%s", async (_, content) => {
    const own = mkdtempSync(join(tmpdir(), "irradant-broken-"));
    writeFileSync(join(own, "irradant.sqlite"), content);
    await expect(openDatabase(own)).rejects.toMatchObject({
      kind: "unavailable",
      message: expect.stringMatching(/^The database is damaged[^\n]*$/),
    });
    rmSync(own, { recursive: true });
  });

  it("one that breaks while it is used, and its opener hears of it", async () => {
    const own = mkdtempSync(join(tmpdir(), "irradant-breaks-"));
    const broken = vi.fn();
    const opened = await openDatabase(own, broken);
    await write(opened, async (transaction) => {
      for (let k = 0; k < 50; k++) await SiteRecord.create({ id: `s${k}`, name: "n".repeat(2000) }, { transaction });
    });
    await opened.query("PRAGMA wal_checkpoint(TRUNCATE)");
    await opened.close();
    const again = await openDatabase(own, broken);
    const path = join(own, "irradant.sqlite");
    const { readFileSync } = await import("node:fs");
    const bytes = readFileSync(path);
    bytes.fill(0xff, 4096);
    writeFileSync(path, bytes);
    await expect(SiteRecord.findAll()).rejects.toMatchObject({ kind: "unavailable", message: expect.stringContaining("damaged") });
    expect(broken).toHaveBeenCalled();
    await again.close();
    rmSync(own, { recursive: true });
    // The models go back to the database of these tests.
    (await import("./open")).bindModels(sequelize);
  });
});
