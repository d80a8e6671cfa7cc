import { expect, test } from "./app";

test.use({ file: "triage" });

const SITES = 13;
const LOSING = "Losing, or to be looked at";

test("all sites are seen at once at a desk, each with what is wrong, since when, what it loses a day and how old that is", async ({
  page,
}) => {
  await page.goto("/", { waitUntil: "networkidle" });
  const sheet = page.getByRole("table", { name: "Sites by urgency" });
  const row = (name: string) => sheet.getByRole("row", { name });
  await expect(sheet.locator("[data-row]")).toHaveCount(SITES);
  const last = await sheet.locator("[data-row]").last().boundingBox();
  expect((last?.y ?? 0) + (last?.height ?? 0)).toBeLessThanOrEqual(800);
  for (const [name, what] of [
    ["Larch House", /String gives nothing, string s2, since 14 Mar 2026/],
    ["Steep Barn", /String gives nothing, one string of inverter inv1, since 20 Aug 2026/],
    ["Weir Barn", /Inverter stopped, inverter inv-w, since 19 Oct 2026/],
    ["Weaver Row", /Shade, plane street, since 1 Nov 2025/],
    ["Lakeside Rack", /Shade, plane rack, since 1 Nov 2023/],
    ["Old Cooperative Store", /Decline beyond ageing since 1 Nov 2023/],
    ["Upper School", /Clock is wrong since 29 Mar 2026/],
    ["Dairy, Almboden", /Soiling since 2 Nov 2025/],
    ["Chapel Annex", /Trips when wet, inverter inv1,/],
    ["Refuge on the Col", /Held back \(\d+ %\)/],
    ["Joinery", /Nothing wrong\. Built so: Clipped at the rating, inverter inv1 \(\d %\); Mixed aspects in a string, string c1 \(\d %\)/],
    ["Mill Cottage", /Nothing wrong, a dark month: \d\d % of the light that is usual now/],
    ["Meadow School", /Nothing wrong: makes what it should/],
  ] as const)
    await expect(row(name)).toContainText(what);
  await expect(row("Larch House")).toContainText(/€\d\.\d\d± €\d\.\d\d/);
  await expect(row("Larch House")).toContainText(/\d+ months old/);
  await row("Larch House")
    .getByRole("button", { name: /^Lost a day/ })
    .click();
  await expect(page.getByRole("dialog")).toContainText("Known to");
});

test("the sheet is searched by word and cause, and sorted by its heads", async ({ page }) => {
  await page.goto("/", { waitUntil: "networkidle" });
  const names = page.getByRole("table", { name: "Sites by urgency" }).locator("[data-row] th");
  await page.getByLabel("Find a site, cause or case").fill("willow");
  await expect(names).toHaveCount(0);
  await expect(page.getByText("No site has that. Take a word away.")).toBeVisible();
  await page.getByLabel("Find a site, cause or case").fill("from year to YEAR");
  await expect(names).toHaveText([/Lakeside Rack/]);
  await page.getByLabel("Find a site, cause or case").fill("");
  await page.getByRole("combobox", { name: "Cause" }).selectOption({ label: "String gives nothing" });
  await expect(names).toHaveText([/Larch House/, /Steep Barn/]);
  await expect(page.getByRole("status").filter({ hasText: "2 of 13 sites" })).toBeVisible();
  await page.getByRole("button", { name: "Lost a day", exact: true }).click();
  await expect(names).toHaveText([/Steep Barn/, /Larch House/]);
  await page.getByRole("combobox", { name: "Cause" }).selectOption({ label: "all" });
  await page.getByRole("button", { name: "Site", exact: true }).click();
  await expect(page.getByRole("rowgroup", { name: LOSING }).locator("[data-row] th").first()).toHaveText(/Chapel Annex/);
  await expect(page.getByRole("columnheader", { name: "Site", exact: true })).toHaveAttribute("aria-sort", "ascending");
});

test("the sheet is walked by keyboard alone: arrows from row to row, N begins a case, Enter opens", async ({ page }) => {
  await page.goto("/", { waitUntil: "networkidle" });
  await page.getByRole("link", { name: "Larch House, Obergrund" }).focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("link", { name: "Steep Barn, Sonnseit" })).toBeFocused();
  await page.keyboard.press("n");
  await expect(page.getByRole("dialog", { name: "New case" }).getByLabel("Why we come")).toBeFocused();
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: "Steep Barn, Sonnseit" }).focus();
  await page.keyboard.press("End");
  await expect(page.locator("[data-opens-row]").last()).toBeFocused();
  await page.keyboard.press("Home");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/sites\/larch-house$/);
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("each site is a block of its own, nothing is cut off, and its case is a tap away", async ({ page }) => {
    await page.goto("/", { waitUntil: "networkidle" });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    const row = page.getByRole("table", { name: "Sites by urgency" }).getByRole("row", { name: "Larch House" });
    await expect(row).toContainText("String gives nothing, string s2, since 14 Mar 2026");
    await row.getByRole("link", { name: "Makes about half since spring" }).tap();
    await expect(page).toHaveURL(/larch-house-2026\/brief$/);
  });
});

test("a healthy site in a dark month says so on Diagnose too", async ({ page }) => {
  await page.goto("/cases/mill-cottage-2026/diagnose");
  await expect(
    page.locator("main").getByText(/^Nothing wrong stands at the end of the data; a dark month: \d\d % of the light/),
  ).toBeVisible();
});
