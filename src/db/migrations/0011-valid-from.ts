import type { QueryInterface } from "sequelize";

/** Since when each as-built has been so; those from before it hold as long as the site stands. */
export const validFrom = {
  name: "0011-valid-from",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("ALTER TABLE as_built ADD COLUMN validFrom TEXT");
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("ALTER TABLE as_built DROP COLUMN validFrom");
  },
};
