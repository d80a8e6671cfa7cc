import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: "e2e",
  globalSetup: "./setup/demoDataForTests.mjs",
  outputDir: "test-results/browser",
  timeout: 600_000,
  // Nothing here is judged by time; a crowded machine may take long.
  expect: { timeout: 60_000 },
  workers: 2,
  reporter: [["list"]],
  use: {
    viewport: { width: 1280, height: 800 },
    // What isn't there after that long won't come.
    actionTimeout: 90_000,
    // Tests that answer for the server would be passed by; those of pages without a network let it in.
    serviceWorkers: "block",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-quic", "--disable-background-networking", "--disable-component-update", "--no-first-run"],
    },
  },
});
