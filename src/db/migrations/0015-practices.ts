import type { QueryInterface } from "sequelize";

/** How the firm works, where it differs from what is shipped. Each change is a row; the last one stands. */
export const practices = {
  name: "0015-practices",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query(
      "CREATE TABLE practices (id INTEGER PRIMARY KEY AUTOINCREMENT, practice TEXT NOT NULL, keptAt DATETIME NOT NULL, actorId TEXT NOT NULL)",
    );
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("DROP TABLE practices");
  },
};
