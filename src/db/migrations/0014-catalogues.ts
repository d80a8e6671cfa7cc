import type { QueryInterface } from "sequelize";

/** The firm's own catalogue of the walk. Each change is a row; the last one is in force, and an empty one says that the shipped one is. */
export const catalogues = {
  name: "0014-catalogues",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query(
      "CREATE TABLE catalogues (version INTEGER PRIMARY KEY AUTOINCREMENT, file TEXT NOT NULL, note TEXT NOT NULL, keptAt DATETIME NOT NULL, actorId TEXT NOT NULL)",
    );
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("DROP TABLE catalogues");
  },
};
