import type { QueryInterface, Transaction } from "sequelize";
import { QueryTypes } from "sequelize";
import { sumOfDay } from "../daySums";

interface StoredDay {
  day: number;
  stepMs: number;
  phaseMs: number;
  packed: Buffer;
}

/** So many days are added up between two looks at the table. */
const AT_ONCE = 2000;

const DAY = `channelId INTEGER NOT NULL REFERENCES channels(id) ON DELETE CASCADE, day INTEGER NOT NULL, stepMs INTEGER NOT NULL,
  phaseMs INTEGER NOT NULL, packed BLOB NOT NULL`;
const TABLES = {
  series_days: `${DAY}, importId TEXT NOT NULL REFERENCES imports(id) ON DELETE CASCADE, PRIMARY KEY (channelId, day)`,
  replaced_days: `replacedBy TEXT NOT NULL REFERENCES imports(id) ON DELETE CASCADE, ${DAY}, importId TEXT NOT NULL,
    PRIMARY KEY (replacedBy, channelId, day)`,
} as const;

/**
 * Days lie in tables with row numbers: without them a row of over a quarter of a page goes on in a page of its own, and a day of 5-minute values took 16 bytes
 * a value (SQLite file format, 1.5 and 1.6). What each day adds up to stands in a table beside it, and goes with it: behind a day's blob SQLite would have to
 * walk through that.
 */
export const daySums = {
  name: "0010-day-sums",
  // In one transaction: killed in between, the tables are as they were.
  up: ({ context }: { context: QueryInterface }) =>
    context.sequelize.transaction(async (transaction) => {
      await rebuild(context, "", transaction);
      const { sequelize } = context;
      await sequelize.query(
        `CREATE TABLE day_sums (channelId INTEGER NOT NULL, day INTEGER NOT NULL, stepMs INTEGER NOT NULL, count INTEGER NOT NULL, sum REAL NOT NULL,
      least REAL NOT NULL, most REAL NOT NULL, PRIMARY KEY (channelId, day),
      FOREIGN KEY (channelId, day) REFERENCES series_days (channelId, day) ON DELETE CASCADE) WITHOUT ROWID`,
        { transaction },
      );
      const channels = await sequelize.query<{ id: number; name: string }>("SELECT id, name FROM channels", {
        type: QueryTypes.SELECT,
        transaction,
      });
      for (const { id, name } of channels) {
        for (let after = Number.MIN_SAFE_INTEGER; ; ) {
          const days = await sequelize.query<StoredDay>(
            "SELECT day, stepMs, phaseMs, packed FROM series_days WHERE channelId = ? AND day > ? ORDER BY day LIMIT ?",
            { replacements: [id, after, AT_ONCE], type: QueryTypes.SELECT, transaction },
          );
          if (days.length === 0) break;
          after = days[days.length - 1].day;
          await context.bulkInsert(
            "day_sums",
            days.map((stored) => ({ channelId: id, ...sumOfDay(stored, name) })),
            { transaction },
          );
        }
      }
    }),
  down: ({ context }: { context: QueryInterface }) =>
    context.sequelize.transaction(async (transaction) => {
      await context.sequelize.query("DROP TABLE day_sums", { transaction });
      await rebuild(context, " WITHOUT ROWID", transaction);
    }),
};

/** Lays the days into tables of another build, in the order in which they are read. */
async function rebuild(context: QueryInterface, build: string, transaction: Transaction): Promise<void> {
  const run = (sql: string) => context.sequelize.query(sql, { transaction });
  for (const [table, columns] of Object.entries(TABLES)) {
    await run(`CREATE TABLE ${table}_anew (${columns})${build}`);
    await run(`INSERT INTO ${table}_anew SELECT * FROM ${table} ORDER BY channelId, day`);
    await run(`DROP TABLE ${table}`);
    await run(`ALTER TABLE ${table}_anew RENAME TO ${table}`);
  }
  await run("CREATE INDEX series_days_by_import ON series_days (importId)");
}
