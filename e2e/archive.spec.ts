import { readFile } from "node:fs/promises";
import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, test } from "./app";

test.use({ file: "archive" });

const taking = (page: Page) => page.getByRole("region", { name: "Take a site from its archive" });

/** Writes a site's archive by its page. */
async function archiveOf(page: Page, siteId: string): Promise<Buffer> {
  await page.goto(`/sites/${siteId}`, { waitUntil: "networkidle" });
  await page.getByRole("button", { name: "The whole site as one archive" }).click();
  const link = page.getByRole("link", { name: new RegExp(`${siteId}-.*\\.irradant\\.zip, .* MB`) });
  const [file] = await Promise.all([page.waitForEvent("download"), link.click()]);
  expect(file.suggestedFilename()).toMatch(new RegExp(`^${siteId}-\\d{4}-\\d\\d-\\d\\d\\.irradant\\.zip$`));
  return readFile(await file.path());
}

const give = (page: Page, buffer: Buffer) =>
  page.locator("#archive-file").setInputFiles({ name: "site.irradant.zip", mimeType: "application/zip", buffer });

test("a site leaves as an archive; brought back it says that nothing differs, or what does, and Undo brings back what was here", async ({
  page,
}) => {
  const archive = await archiveOf(page, "weir-barn");
  await page.goto("/", { waitUntil: "networkidle" });
  await give(page, archive);
  await expect(taking(page).getByText(/Weir Barn.* is here just as in the archive/)).toBeVisible();

  await page
    .locator("[data-row=weir-barn]")
    .getByRole("button", { name: /New case/ })
    .click();
  await page.getByLabel("Why we come").fill("Opened later");
  await page.getByRole("button", { name: "Open the case" }).click();
  await page.waitForURL(/\/cases\//);
  await page.goto("/", { waitUntil: "networkidle" });
  await give(page, archive);
  const question = page.getByRole("region", { name: /Weir Barn.* is here already/ });
  await expect(question.getByRole("row", { name: /^Cases/ })).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
  await question.getByRole("button", { name: "Take it as in the archive" }).click();
  await expect(taking(page).getByText(/is as in the archive now/)).toBeVisible();
  await page.goto("/sites/weir-barn", { waitUntil: "networkidle" });
  await expect(page.getByRole("link", { name: "Opened later" })).toHaveCount(0);
});

test("what is here stays where that is asked for, and comes back where it gave way", async ({ page }) => {
  const archive = await archiveOf(page, "larch-house");
  const made = await page.request.post("/api/cases", { data: { siteId: "larch-house", kind: "routine", title: "Yearly look" } });
  expect(made.ok()).toBe(true);
  await page.goto("/", { waitUntil: "networkidle" });
  await give(page, archive);
  const question = page.getByRole("region", { name: /Larch House.* is here already/ });
  await question.getByRole("button", { name: "Leave what is here" }).click();
  await expect(taking(page).getByText("Nothing was changed")).toBeVisible();
  await give(page, archive);
  await question.getByRole("button", { name: "Take it as in the archive" }).click();
  await taking(page).getByRole("button", { name: "Undo" }).click();
  await expect(taking(page).getByText(/is as in the archive now/)).toBeVisible();
  await page.goto("/sites/larch-house", { waitUntil: "networkidle" });
  await expect(page.getByRole("link", { name: "Yearly look" })).toBeVisible();
});

test("a damaged archive is refused whole, with the entry", async ({ page }) => {
  const archive = await archiveOf(page, "weir-barn");
  const damaged = Buffer.from(archive);
  damaged[Math.floor(damaged.length / 2)] ^= 0xff;
  await page.goto("/", { waitUntil: "networkidle" });
  await give(page, damaged);
  await expect(taking(page).getByText("Nothing was taken in.")).toBeVisible();
  await expect(taking(page).getByText(/site\.irradant\.zip, .*: found/)).toBeVisible();
});
