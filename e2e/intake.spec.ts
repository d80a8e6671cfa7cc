import { readFile } from "node:fs/promises";
import AxeBuilder from "@axe-core/playwright";
import type { Locator, Page } from "@playwright/test";
import { type Demo, demoFile, expect, LARCH_CASE, test } from "./app";

test.use({ file: "intake" });

const SITE = "larch-house";
const PAGE = `/sites/${SITE}/import`;

/** Vienna's clock is an hour ahead of UTC in winter; the made exports lie in February. */
const AHEAD_MS = 3_600_000;

/** A month of the demonstration's data as a portal would give it: semicolons, decimal commas, local time, a row of sums. */
async function portalExport(
  demo: Demo,
  { aheadMs = AHEAD_MS, factor = 1e-3, unit = "kW", spoil = (lines: string[]) => lines } = {},
): Promise<Buffer> {
  const [, ...lines] = (await readFile(demoFile(demo, `${SITE}.production.csv`), "utf8")).trimEnd().split("\n");
  const comma = (value: number, digits: number) => value.toFixed(digits).replace(".", ",");
  const rows = lines
    .filter((line) => line >= "2026-01-31T23:00" && line < "2026-02-28T23:00")
    .map((line) => {
      const [at, power, current] = line.split(",");
      const wall = new Date(Date.parse(at) + aheadMs).toISOString();
      return `${wall.slice(8, 10)}.${wall.slice(5, 7)}.${wall.slice(0, 4)} ${wall.slice(11, 16)};${comma(Number(power) * factor, 4)};${comma(Number(current), 2)};50,01`;
    });
  const all = [
    "Anlagenbericht;Februar",
    "",
    `Zeit;Leistung WR 1 [${unit}];Strom String 1 [A];Netzfrequenz [Hz]`,
    ...spoil(rows),
    "Summe;1,0;1,0;1,0",
  ];
  return Buffer.from(all.join("\r\n"), "latin1");
}

async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
}

const bring = (page: Page, name: string, buffer: Buffer) =>
  page.getByLabel("Exports").setInputFiles({ name, mimeType: "text/csv", buffer });
const standing = (page: Page): Locator => page.getByRole("region", { name: /portal/ }).getByRole("status");

test("a portal's export is read, seen on the clear sky, and taken in by mouse", async ({ page, demo }) => {
  await page.goto(`${LARCH_CASE}/compare?leaf=data`);
  await bring(page, "portal.csv", await portalExport(demo));
  await expect(page).toHaveURL(/\/sites\/larch-house\/import\?.*intake=/);
  await expect(standing(page)).toContainText("It lies on the clear sky");
  await expect(page.getByText("2,688 rows of 15 min, 1 Feb 2026 to 28 Feb 2026")).toBeVisible();
  await expect(page.getByText("2 of 3 columns taken; 1 left out, each named below")).toBeVisible();
  await expect(page.getByRole("row", { name: /Netzfrequenz/ })).toContainText("nothing that is compared");
  await expect(page.getByText(/a row of sums/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Take in" }).click();
  await expect(page.getByText(/2688 rows of 2 columns taken in, 2[89] days/)).toBeVisible({ timeout: 30_000 });
  await page.getByRole("link", { name: "See what it says" }).click();
  await expect(page).toHaveURL(/\/compare/);
});

test("a wrong clock is seen, asked about, and set right", async ({ page, demo }) => {
  await page.goto(PAGE);
  await bring(page, "portal.csv", await portalExport(demo));
  await expect(standing(page)).toContainText("It lies on the clear sky");
  await page.getByLabel("Clock", { exact: true }).selectOption("UTC+05:00");
  await expect(standing(page)).toContainText("The sun contradicts this clock");
  const take = page.getByRole("button", { name: "Take in" });
  await expect(take).toBeDisabled();
  // It survives a reload, and the question with it.
  await page.reload();
  await expect(standing(page)).toContainText("The sun contradicts this clock");
  await expect(take).toBeDisabled();
  await page.getByLabel("Clock", { exact: true }).selectOption("Europe/Vienna");
  await expect(standing(page)).toContainText("It lies on the clear sky");
  await expect(take).toBeEnabled();
  await page.getByRole("button", { name: "Let go" }).click();
  await expect(page.getByLabel("Exports")).toBeAttached();
});

test("a server's own time is told by the sun alone", async ({ page, demo }) => {
  await page.goto(PAGE);
  await bring(page, "portal.csv", await portalExport(demo, { aheadMs: 0 }));
  await expect(standing(page)).toContainText("It lies on the clear sky");
  await expect(page.getByLabel("Clock", { exact: true })).toHaveValue("UTC");
  await page.getByRole("button", { name: "Let go" }).click();
});

test("a wrong unit is seen and set right, by keyboard alone", async ({ page, demo }) => {
  await page.goto(PAGE);
  await bring(page, "portal.csv", await portalExport(demo, { unit: "W" }));
  await expect(standing(page)).toContainText("is the unit right?");
  const unit = page.getByLabel("Leistung WR 1 [W]: unit");
  for (let k = 0; k < 60 && !(await unit.evaluate((field) => field === document.activeElement)); k++) await page.keyboard.press("Tab");
  await page.keyboard.type("kW");
  await expect(standing(page)).toContainText("It lies on the clear sky");
  const drop = page.getByRole("button", { name: "Let go" });
  for (let k = 0; k < 60 && !(await drop.evaluate((field) => field === document.activeElement)); k++)
    await page.keyboard.press("Shift+Tab");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Exports")).toBeAttached();
});

test("days that the site has otherwise are asked about, and neither answer loses any", async ({ page, request, demo }) => {
  const series = async () => (await (await request.get(`/api/sites/${SITE}/series?kind=production`)).text()).split("\n");
  const before = await series();
  await page.goto(PAGE);
  await bring(page, "portal.csv", await portalExport(demo, { factor: 0.9e-3 }));
  await expect(page.getByText(/The site has other values on \d+ of \d+ days/)).toBeVisible();
  const take = page.getByRole("button", { name: "Take in" });
  await expect(take).toBeDisabled();
  await page.getByLabel(/Those of this file/).check();
  await take.click();
  await expect(page.getByText(/taken in/).first()).toBeVisible({ timeout: 30_000 });
  expect(await series()).not.toEqual(before);
  await page.goto(`${LARCH_CASE}/compare?leaf=data`);
  await page.getByRole("button", { name: "Undo the import of portal.csv" }).first().click();
  await expect(page.getByText("portal.csv taken back")).toBeVisible();
  expect(await series()).toEqual(before);
});

test("a broken export is refused whole, with its line", async ({ page, demo }) => {
  await page.goto(PAGE);
  const broken = await portalExport(demo, {
    spoil: (lines) => lines.map((line, k) => (k === 496 ? "31.02.2026 12:00;1,0;1,0;50,0" : line)),
  });
  await bring(page, "portal.csv", broken);
  await expect(page.getByText("Nothing was taken in.")).toBeVisible();
  await expect(page.getByText(/line 500, Zeit: found "31\.02\.2026 12:00"/)).toBeVisible();
  await bring(
    page,
    "portal.csv",
    await portalExport(demo, { spoil: (lines) => lines.map((line, k) => (k === 96 ? line.replace(/;[^;]*;/, ";viel;") : line)) }),
  );
  await expect(page.getByText(/line 100, Leistung WR 1 \[kW\]: found "viel", expected a number with a decimal comma/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Take in" })).toBeDisabled();
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("an export is looked at and taken in by touch", async ({ page, demo }) => {
    await page.goto(PAGE);
    await bring(page, "portal.csv", await portalExport(demo));
    await expect(standing(page)).toContainText("It lies on the clear sky");
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await expectAccessible(page);
    await page.getByRole("button", { name: "Let go" }).tap();
    await expect(page.getByLabel("Exports")).toBeAttached();
  });
});
