import type { QueryInterface } from "sequelize";

export const calibrations = {
  name: "0002-calibrations",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.transaction(async (transaction) => {
      await context.sequelize.query(
        `CREATE TABLE calibrations (
          id TEXT PRIMARY KEY, siteId TEXT NOT NULL REFERENCES sites(id) ON DELETE CASCADE, scope TEXT NOT NULL,
          factor REAL NOT NULL, errorPct REAL NOT NULL, weeks INTEGER NOT NULL, fromDay TEXT NOT NULL, toDay TEXT NOT NULL,
          keptBy TEXT NOT NULL, note TEXT NOT NULL, keptAt DATETIME NOT NULL, withdrawnAt DATETIME)`,
        { transaction },
      );
      await context.sequelize.query("CREATE INDEX calibrations_by_site ON calibrations (siteId)", { transaction });
    });
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("DROP TABLE calibrations");
  },
};
