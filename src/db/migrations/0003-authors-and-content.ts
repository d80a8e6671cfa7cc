import type { QueryInterface } from "sequelize";

/** Who did what, what an analysis was made from, and long work that any process can tell of. */
const STATEMENTS = [
  ...["as_built", "cases", "visits", "findings", "photos", "imports", "calibrations"].map(
    (table) => `ALTER TABLE ${table} ADD COLUMN actorId TEXT NOT NULL DEFAULT 'built-in'`,
  ),
  `ALTER TABLE sites ADD COLUMN contentKey TEXT`,
  `ALTER TABLE sites ADD COLUMN contentRevision INTEGER`,
  // Analyses are made again from the data; none is lost with the table.
  `DROP TABLE analyses`,
  `CREATE TABLE analyses (
    siteId TEXT PRIMARY KEY REFERENCES sites(id) ON DELETE CASCADE, key TEXT NOT NULL, madeAt DATETIME NOT NULL,
    summary TEXT NOT NULL, diagnosis TEXT NOT NULL, overview TEXT NOT NULL, ribbon BLOB NOT NULL)`,
  `CREATE TABLE jobs (
    id TEXT PRIMARY KEY, title TEXT NOT NULL, state TEXT NOT NULL, progress REAL NOT NULL, message TEXT NOT NULL,
    actorId TEXT NOT NULL, cancelAskedAt DATETIME, updatedAt DATETIME NOT NULL)`,
  `CREATE INDEX visits_by_case ON visits (caseId)`,
  `CREATE INDEX findings_by_visit ON findings (visitId)`,
  `CREATE INDEX channels_by_site ON channels (siteId)`,
];

export const authorsAndContent = {
  name: "0003-authors-and-content",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.transaction(async (transaction) => {
      for (const statement of STATEMENTS) await context.sequelize.query(statement, { transaction });
    });
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.transaction(async (transaction) => {
      const run = (statement: string) => context.sequelize.query(statement, { transaction });
      for (const index of ["visits_by_case", "findings_by_visit", "channels_by_site"]) await run(`DROP INDEX ${index}`);
      await run("DROP TABLE jobs");
      await run("DROP TABLE analyses");
      await run(`CREATE TABLE analyses (
        siteId TEXT PRIMARY KEY REFERENCES sites(id) ON DELETE CASCADE, revision INTEGER NOT NULL, engine TEXT NOT NULL,
        diagnosis TEXT NOT NULL, overview TEXT NOT NULL, ribbon BLOB NOT NULL)`);
      for (const column of ["contentKey", "contentRevision"]) await run(`ALTER TABLE sites DROP COLUMN ${column}`);
      for (const table of ["as_built", "cases", "visits", "findings", "photos", "imports", "calibrations"])
        await run(`ALTER TABLE ${table} DROP COLUMN actorId`);
    });
  },
};
