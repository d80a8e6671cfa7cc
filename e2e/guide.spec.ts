import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { bringIn, demoFile, expect, test } from "./app";

test.use({ file: "guide" });

test("the first hour goes as docs/guide.md says: from the example of docs/formats.md to a report", async ({ page, demo }) => {
  const folder = mkdtempSync(join(tmpdir(), "irradant-guide-"));
  const siteFile = join(folder, "my-roof.site.json");
  const example = /```json\n([\s\S]*?)```/.exec(readFileSync("docs/formats.md", "utf8"))?.[1] as string;
  writeFileSync(siteFile, example);
  const weather = demoFile(demo, "larch-house.weather.csv");
  const production = join(folder, "production.csv");
  writeFileSync(
    production,
    execFileSync(process.execPath, ["dist/irradant.mjs", "expected", "--site", siteFile, "--weather", weather], { maxBuffer: 1 << 28 }),
  );

  await page.goto("/", { waitUntil: "networkidle" });
  await page.getByLabel(/Add a site from its file/).setInputFiles(siteFile);
  await expect(page.getByText("hay-barn: as-built version 1 recorded")).toBeVisible();
  await page.getByRole("link", { name: "Hay Barn" }).click();
  await expect(page.getByRole("heading", { name: "As built" })).toBeVisible();
  await page.goBack();
  await page.getByRole("button", { name: "New case at Hay Barn" }).click();
  await page.getByLabel("Why we come").fill("A look at a new roof");
  await page.getByRole("button", { name: "Open the case" }).click();
  await page.getByLabel("Hazards").fill("Hay below: no sparks");
  await expect(page.getByText(/by someone unnamed/).first()).toBeVisible();
  await expect(page.getByText("All kept")).toBeVisible();
  await page.getByRole("link", { name: /Compare/ }).click();
  await expect(page.getByText(/Nothing to compare yet: weather and production data are missing/)).toBeVisible();
  await bringIn(page, [weather, production], /35040 rows of \d+ columns taken in, 36[56] days/);
  // It made what the model says: nothing is missing.
  await expect(page.getByRole("link", { name: /Compare 100 % of expected/ })).toBeVisible();
  await page.getByRole("link", { name: /Diagnose/ }).click();
  await page.getByRole("link", { name: /Hand over/ }).click();
  await expect(page.getByRole("article", { name: "Report" })).toContainText("Hay Barn");
  rmSync(folder, { recursive: true });
});
