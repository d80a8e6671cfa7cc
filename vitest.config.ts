import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

/** Files that keep nothing between each other share a process and what they import, which is a third of their time. */
const PURE = ["setup/**/*.test.ts", "src/core/**/*.test.ts", "src/ui/**/*.test.ts"];

const shared = {
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
};
// Nothing is judged by time: a machine that is busy besides may take long.
const patient = { testTimeout: 900_000, hookTimeout: 900_000 };

export default defineConfig({
  ...shared,
  test: {
    globalSetup: ["setup/bundleForTests.mjs"],
    // The runner leaves one core to a screen that watches; here nobody does, and with two that is half of the time.
    maxWorkers: availableParallelism(),
    projects: [
      { ...shared, test: { ...patient, name: "pure", include: PURE, isolate: false } },
      // These have a database, a folder or a process of their own.
      {
        ...shared,
        test: {
          ...patient,
          name: "kept",
          include: ["src/**/*.test.ts", "bin/**/*.test.ts", "bench/**/*.test.ts"],
          exclude: [...PURE, "**/node_modules/**"],
        },
      },
    ],
  },
});
