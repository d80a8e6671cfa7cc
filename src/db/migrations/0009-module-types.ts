import type { QueryInterface } from "sequelize";

/** The library of module types: a data sheet typed once. */
export const moduleTypes = {
  name: "0009-module-types",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query(
      "CREATE TABLE module_types (id TEXT PRIMARY KEY, sheet TEXT NOT NULL, keptAt DATETIME NOT NULL, actorId TEXT NOT NULL)",
    );
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("DROP TABLE module_types");
  },
};
