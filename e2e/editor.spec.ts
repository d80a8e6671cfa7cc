import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { bringIn, expect, test } from "./app";
import { field, INVERTER, PLACE, portalFiles, SHEET, tabTo } from "./drawing";

test.use({ file: "editor" });

const leaf = (page: Page, name: string) => page.getByRole("navigation", { name: "Leaves" }).getByRole("link", { name, exact: true });
const drawing = (page: Page) => page.getByRole("application", { name: /Drawing of plane/ });
/** The line of sums under the title. */
const sums = (page: Page) => page.locator("main > header");

async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
}

/** Opens a case at a site from its page and reads what the data say. */
async function readDiagnosis(page: Page): Promise<void> {
  await page.getByRole("button", { name: /New case at/ }).click();
  await page.getByLabel("Why we come").fill("Half of the east side is quiet");
  await page.getByRole("button", { name: "Open the case" }).click();
  await page.waitForURL(/\/brief/);
  await page.goto(page.url().replace("/brief", "/diagnose"));
}

test("a data sheet, a sketch and an export lead to the first diagnosis, by mouse", async ({ page, demo }) => {
  await page.goto("/", { waitUntil: "networkidle" });
  await page.getByRole("link", { name: "Draw a new site" }).click();
  await test.step("the place", async () => {
    for (const [label, value] of PLACE) await field(page, label).fill(value);
    await expect(field(page, "Short name, for files and columns")).toHaveValue("sawmill-untergrund");
    await expectAccessible(page);
  });
  await test.step("the data sheet", async () => {
    await leaf(page, "Modules").click();
    for (const [label, value] of SHEET) await field(page, label).fill(value);
    await expectAccessible(page);
  });
  await test.step("the sketch: two planes", async () => {
    await leaf(page, "Roof").click();
    for (const [at, azimuth] of [
      [0, "180"],
      [1, "90"],
    ] as const) {
      if (at > 0) await page.getByRole("button", { name: "Another plane" }).click();
      await field(page, "Tilt from level, °").fill("30");
      await field(page, "Faces, ° from true north").fill(azimuth);
      await field(page, "Rows").fill("2");
      await field(page, "Modules in a row").fill("10");
      await page.getByRole("button", { name: "Put down" }).click();
    }
    await expect(sums(page)).toContainText("40 modules (40 wired to nothing)16.20 kWp");
    await expect(sums(page)).toContainText("roof 20, 8.10 kWp; plane1 20, 8.10 kWp");
    await expectAccessible(page);
  });
  await test.step("four strings, two drawn through and two by a pattern", async () => {
    await leaf(page, "Wiring").click();
    for (const [label, value] of INVERTER) await field(page, label).fill(value);
    await page.getByRole("radio", { name: /roof/ }).check();
    const box = await drawing(page).locator("canvas").first().boundingBox();
    if (!box) throw new Error("nothing is drawn");
    // Two rows of ten lie in the middle of the sheet: a third of a row's height off it is inside a module.
    for (const off of [-40, 40]) {
      await page.getByRole("button", { name: "New string", exact: true }).click();
      const y = box.y + box.height / 2 - 11 + off;
      await page.mouse.move(box.x + 75, y);
      await page.mouse.down();
      await page.mouse.move(box.x + box.width - 20, y, { steps: 60 });
      await page.mouse.up();
    }
    await page.getByRole("radio", { name: /plane1/ }).check();
    for (let k = 0; k < 2; k++) {
      await page.getByRole("button", { name: "New string", exact: true }).click();
      await page.getByRole("button", { name: /^Run s/ }).click();
    }
    await expect(page.getByText("Every module is wired")).toBeVisible();
    for (const id of ["s1", "s2", "s3", "s4"])
      await expect(page.getByRole("row", { name: new RegExp(`^${id} inv1 A 10 4.05`) })).toBeVisible();
    await expectAccessible(page);
  });
  await test.step("saved, and its data brought in", async () => {
    await leaf(page, "Save").click();
    await expect(page.getByText("Everything that a site needs is told.")).toBeVisible();
    await expectAccessible(page);
    await page.getByRole("button", { name: "Save the site" }).click();
    await page.waitForURL(/\/sites\/sawmill-untergrund\/import/);
    const site = await (await page.request.get("/api/sites/sawmill-untergrund/file")).text();
    const files = await portalFiles(demo, site);
    await bringIn(page, [files.production, files.weather], /rows of .* taken in/);
    await page.waitForURL(/\/sites\/sawmill-untergrund$/);
  });
  await readDiagnosis(page);
  await expect(page.getByText(/[Ss]tring s2/).first()).toBeVisible({ timeout: 120_000 });
  await expect(page.getByText(/gives nothing|no current|dead/i).first()).toBeVisible();
});
