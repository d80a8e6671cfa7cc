import type { QueryInterface } from "sequelize";

/** A site's days are kept with each inverter's power, the weather and the energies of strings and modules; the older pictures are made anew from the data. */
export const dayBook = {
  name: "0006-day-book",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("ALTER TABLE analyses RENAME COLUMN ribbon TO dayBook");
    await context.sequelize.query("UPDATE analyses SET dayBook = x''");
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("ALTER TABLE analyses RENAME COLUMN dayBook TO ribbon");
    await context.sequelize.query("UPDATE analyses SET ribbon = x''");
  },
};
