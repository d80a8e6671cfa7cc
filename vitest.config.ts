import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  test: {
    globalSetup: ["setup/bundleForTests.mjs"],
    include: ["setup/**/*.test.ts", "src/**/*.test.ts", "bin/**/*.test.ts", "bench/**/*.test.ts"],
    // The runner leaves one core to a screen that watches; here nobody does, and with two that is half of the time.
    maxWorkers: availableParallelism(),
    // Nothing is judged by time: a machine that is busy besides may take long.
    testTimeout: 900_000,
    hookTimeout: 900_000,
  },
});
