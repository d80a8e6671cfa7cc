import type { QueryInterface } from "sequelize";

/** The firm that reports are from. Each change is a row; the last one stands. */
export const firm = {
  name: "0007-firm",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query(
      "CREATE TABLE firm (id INTEGER PRIMARY KEY AUTOINCREMENT, firm TEXT NOT NULL, keptAt DATETIME NOT NULL, actorId TEXT NOT NULL)",
    );
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("DROP TABLE firm");
  },
};
