import type { QueryInterface } from "sequelize";

const STATEMENTS = [
  `CREATE TABLE sites (id TEXT PRIMARY KEY, name TEXT NOT NULL, revision INTEGER NOT NULL DEFAULT 0)`,
  `CREATE TABLE as_built (
    id INTEGER PRIMARY KEY AUTOINCREMENT, siteId TEXT NOT NULL REFERENCES sites(id) ON DELETE CASCADE,
    version INTEGER NOT NULL, recordedAt DATETIME NOT NULL, note TEXT NOT NULL, siteFile TEXT NOT NULL,
    UNIQUE (siteId, version))`,
  `CREATE TABLE cases (
    id TEXT PRIMARY KEY, siteId TEXT NOT NULL REFERENCES sites(id) ON DELETE CASCADE, kind TEXT NOT NULL,
    title TEXT NOT NULL, openedAt DATETIME NOT NULL, closedAt DATETIME, brief TEXT NOT NULL)`,
  `CREATE TABLE visits (
    id TEXT PRIMARY KEY, caseId TEXT NOT NULL REFERENCES cases(id) ON DELETE CASCADE,
    startedAt DATETIME NOT NULL, technician TEXT NOT NULL)`,
  `CREATE TABLE findings (
    id TEXT PRIMARY KEY, caseId TEXT NOT NULL REFERENCES cases(id) ON DELETE CASCADE,
    visitId TEXT NOT NULL REFERENCES visits(id) ON DELETE CASCADE, pointId TEXT NOT NULL, gradeId TEXT NOT NULL,
    note TEXT NOT NULL, place TEXT NOT NULL, recordedAt DATETIME NOT NULL, withdrawnAt DATETIME)`,
  `CREATE TABLE photos (
    id TEXT PRIMARY KEY, findingId TEXT NOT NULL REFERENCES findings(id) ON DELETE CASCADE, file TEXT NOT NULL,
    thumbnail TEXT NOT NULL, widthPx INTEGER NOT NULL, heightPx INTEGER NOT NULL)`,
  `CREATE TABLE channels (
    id INTEGER PRIMARY KEY AUTOINCREMENT, siteId TEXT NOT NULL REFERENCES sites(id) ON DELETE CASCADE,
    kind TEXT NOT NULL, name TEXT NOT NULL, UNIQUE (siteId, kind, name))`,
  `CREATE TABLE imports (
    id TEXT PRIMARY KEY, siteId TEXT NOT NULL REFERENCES sites(id) ON DELETE CASCADE, kind TEXT NOT NULL,
    fileName TEXT NOT NULL, rows INTEGER NOT NULL, fromMs BIGINT NOT NULL, toMs BIGINT NOT NULL,
    stepMs INTEGER NOT NULL, importedAt DATETIME NOT NULL, undoneAt DATETIME)`,
  `CREATE TABLE series_days (
    channelId INTEGER NOT NULL REFERENCES channels(id) ON DELETE CASCADE, day INTEGER NOT NULL,
    stepMs INTEGER NOT NULL, phaseMs INTEGER NOT NULL, packed BLOB NOT NULL,
    importId TEXT NOT NULL REFERENCES imports(id) ON DELETE CASCADE, PRIMARY KEY (channelId, day)) WITHOUT ROWID`,
  `CREATE TABLE replaced_days (
    replacedBy TEXT NOT NULL REFERENCES imports(id) ON DELETE CASCADE,
    channelId INTEGER NOT NULL REFERENCES channels(id) ON DELETE CASCADE, day INTEGER NOT NULL,
    stepMs INTEGER NOT NULL, phaseMs INTEGER NOT NULL, packed BLOB NOT NULL, importId TEXT NOT NULL,
    PRIMARY KEY (replacedBy, channelId, day)) WITHOUT ROWID`,
  `CREATE TABLE analyses (
    siteId TEXT PRIMARY KEY REFERENCES sites(id) ON DELETE CASCADE, revision INTEGER NOT NULL, engine TEXT NOT NULL,
    diagnosis TEXT NOT NULL, overview TEXT NOT NULL, ribbon BLOB NOT NULL)`,
  `CREATE INDEX cases_by_site ON cases (siteId)`,
  `CREATE INDEX findings_by_case ON findings (caseId)`,
  `CREATE INDEX photos_by_finding ON photos (findingId)`,
  `CREATE INDEX imports_by_site ON imports (siteId)`,
  `CREATE INDEX series_days_by_import ON series_days (importId)`,
];

const TABLES = [
  "analyses",
  "replaced_days",
  "series_days",
  "imports",
  "channels",
  "photos",
  "findings",
  "visits",
  "cases",
  "as_built",
  "sites",
];

export const first = {
  name: "0001-first",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.transaction(async (transaction) => {
      for (const statement of STATEMENTS) await context.sequelize.query(statement, { transaction });
    });
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.transaction(async (transaction) => {
      for (const table of TABLES) await context.sequelize.query(`DROP TABLE ${table}`, { transaction });
    });
  },
};
