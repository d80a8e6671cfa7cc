import { join } from "node:path";
import { test as base } from "@playwright/test";
import { serveDemo } from "../setup/serveForTests.mjs";

export { expect } from "@playwright/test";

/** A demonstration of its own for each worker; a failed or finished worker takes it down. */
export type Demo = Awaited<ReturnType<typeof serveDemo>>;

export const test = base.extend<object, { demo: Demo }>({
  demo: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads the fixtures from this pattern
    async ({}, use) => {
      const demo = await serveDemo();
      await use(demo);
      await demo.close();
    },
    { scope: "worker", timeout: 90_000 },
  ],
  baseURL: async ({ demo }, use) => use(demo.address),
});

/** One of the demonstration's own files. */
export const demoFile = (demo: Demo, name: string) => join(demo.folder, "demo-files", name);

export const LARCH_CASE = "/cases/larch-house-2026";
