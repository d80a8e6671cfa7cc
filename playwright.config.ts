import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: "e2e",
  outputDir: "test-results/browser",
  timeout: 60_000,
  // Two browsers and two servers share two cores here.
  expect: { timeout: 12_000 },
  workers: 2,
  reporter: [["list"]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-quic", "--disable-background-networking", "--disable-component-update", "--no-first-run"],
    },
  },
});
