import type { QueryInterface } from "sequelize";

/** When a site's register came as a file: what was said on site before is in it. What it took the place of is kept for who wants it back. */
export const registerSince = {
  name: "0013-register-since",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("ALTER TABLE registers ADD COLUMN asOfMs INTEGER NOT NULL DEFAULT 0");
    await context.sequelize.query("ALTER TABLE registers ADD COLUMN before TEXT NOT NULL DEFAULT ''");
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("ALTER TABLE registers DROP COLUMN before");
    await context.sequelize.query("ALTER TABLE registers DROP COLUMN asOfMs");
  },
};
