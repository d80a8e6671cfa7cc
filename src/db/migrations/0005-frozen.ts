import type { QueryInterface } from "sequelize";

/** What an analysis leaves for the days to come, so that they cost a day's work. */
export const frozen = {
  name: "0005-frozen",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("ALTER TABLE analyses ADD COLUMN frozen TEXT NOT NULL DEFAULT ''");
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("ALTER TABLE analyses DROP COLUMN frozen");
  },
};
