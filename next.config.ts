import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["sequelize", "sqlite3", "umzug", "sharp", "piscina"],
  // Types are checked by `npm run types`, which the tests run first.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  turbopack: { root: import.meta.dirname },
  // The front packs pages itself (`src/front`).
  compress: false,
};

export default config;
