import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["sequelize", "sqlite3", "umzug", "sharp"],
  // Types are checked by `npm run types`, which the tests run first.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  turbopack: { root: import.meta.dirname },
};

export default config;
