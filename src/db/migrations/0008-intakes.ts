import type { QueryInterface } from "sequelize";

/**
 * Files that were brought and wait to be looked at; how each source of a site's files is read; and, beside each import, how it was read, what was
 * put right in it, and the file itself.
 */
export const intakes = {
  name: "0008-intakes",
  up: async ({ context }: { context: QueryInterface }) => {
    const run = (sql: string) => context.sequelize.query(sql);
    await run(`CREATE TABLE intakes (id TEXT PRIMARY KEY, siteId TEXT NOT NULL REFERENCES sites (id) ON DELETE CASCADE, files TEXT NOT NULL,
      tables TEXT, mappings TEXT NOT NULL, createdAt DATETIME NOT NULL, actorId TEXT NOT NULL)`);
    await run(`CREATE TABLE source_mappings (siteId TEXT NOT NULL REFERENCES sites (id) ON DELETE CASCADE, source TEXT NOT NULL, mapping TEXT NOT NULL,
      keptAt DATETIME NOT NULL, actorId TEXT NOT NULL, PRIMARY KEY (siteId, source))`);
    await run("ALTER TABLE imports ADD COLUMN reading TEXT");
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("DROP TABLE intakes");
    await context.sequelize.query("DROP TABLE source_mappings");
    await context.sequelize.query("ALTER TABLE imports DROP COLUMN reading");
  },
};
