import type { QueryInterface } from "sequelize";

/** A site's register of parts as an archive brought it. */
export const registers = {
  name: "0012-registers",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query(
      "CREATE TABLE registers (siteId TEXT PRIMARY KEY REFERENCES sites (id) ON DELETE CASCADE, csv TEXT NOT NULL)",
    );
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("DROP TABLE registers");
  },
};
