import { join } from "node:path";
import { test as base, expect, type Page } from "@playwright/test";
import { serveDemo } from "../setup/serveForTests.mjs";

export { expect } from "@playwright/test";

/** A running demonstration. */
export type Demo = Awaited<ReturnType<typeof serveDemo>>;

/**
 * Tests with a demonstration of their own for each file: naming the file with `test.use({ file })` gives it a worker of
 * its own, so that what one file stores can't reach another.
 */
export const test = base.extend<object, { demo: Demo; file: string }>({
  file: ["", { option: true, scope: "worker" }],
  demo: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads the fixtures from this pattern
    async ({}, use) => {
      const demo = await serveDemo();
      await use(demo);
      await demo.close();
    },
    { scope: "worker", timeout: 240_000 },
  ],
  baseURL: async ({ demo }, use) => use(demo.address),
});

/** One of the demonstration's own files. */
export const demoFile = (demo: Demo, name: string) => join(demo.folder, "demo-files", name);

/** A case of its own. @returns its id */
export async function newCase(page: Page, siteId: string): Promise<string> {
  const answer = await page.request.post("/api/cases", { data: { siteId, kind: "routine", title: "A visit" } });
  return ((await answer.json()) as { id: string }).id;
}

export const LARCH_CASE = "/cases/larch-house-2026";

/** Brings files in from where one is (Compare, leaf Data, or a site's page of its own), looks at them, takes them in and goes back. */
export async function bringIn(page: Page, files: string[], says: RegExp): Promise<void> {
  await page.getByLabel("Exports").setInputFiles(files);
  await page.waitForURL(/\/import\?.*intake=/);
  await expect(page.getByRole("region", { name: /./ }).getByText(/It lies on the clear sky|No day is clear|follows the sun/)).toHaveCount(
    files.length,
    { timeout: 30_000 },
  );
  await page.getByRole("button", { name: "Take in" }).click();
  await expect(page.getByText(says)).toBeVisible({ timeout: 60_000 });
  await page.getByRole("link", { name: "See what it says" }).click();
}
