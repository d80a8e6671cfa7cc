import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, LARCH_CASE, test } from "./app";

test.use({ file: "compare" });

const LEAVES = ["Days", "Sky", "Strings and modules", "Against expected", "Cascade", "Assumptions", "Data"];
const leaf = (page: Page, title: string) => page.getByRole("navigation", { name: "Leaves" }).getByRole("link", { name: title });
const line = (page: Page) => page.getByRole("slider", { name: /^Reading line over the days/ });
const ledger = (page: Page) => page.getByRole("complementary", { name: "Evidence ledger" });

test("verdict, figures, main picture and next act are seen at once on a desk", async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${LARCH_CASE}/compare`, { waitUntil: "networkidle" });
  for (const seen of [
    page.getByText(/^String gives nothing, string s2 counts most, since 14 Mar 2026/),
    page.getByRole("button", { name: /^Energy lost: [\d,]+ kWh/ }),
    line(page),
    page.getByRole("link", { name: "See why" }),
    page.getByRole("region", { name: "Period" }),
  ]) {
    await expect(seen).toBeInViewport({ ratio: 0.99 });
  }
  await page.getByRole("link", { name: "See why" }).click();
  await expect(page).toHaveURL(/diagnose\?cause=string-open@s2/);
});

test("a day is picked by keyboard or mouse, stands in the address, and survives a reload, another station and going back", async ({
  page,
}) => {
  await page.goto(`${LARCH_CASE}/compare`, { waitUntil: "networkidle" });
  await line(page).focus();
  await page.keyboard.press("Home");
  await page.keyboard.press("ArrowRight");
  await expect(line(page)).toHaveAttribute(
    "aria-valuetext",
    /^2 Nov 2025: [\d.]+ of [\d.]+ kWh ±\d+ %, \d+ % · light [\d.]+ kWh\/m² · air/,
  );
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\?day=2025-11-02$/);
  const hours = page.getByRole("application", { name: "Power on 2 Nov 2025" });
  await expect(hours).toBeVisible();
  await line(page).click({ position: { x: 500, y: 80 } });
  await expect(page).toHaveURL(/\?day=2026-0\d-\d\d$/);
  await page.goBack();
  await expect(page).toHaveURL(/\?day=2025-11-02$/);
  await page.reload();
  await expect(hours).toBeVisible();
  await page.getByRole("link", { name: /Diagnose/ }).click();
  await expect(page).toHaveURL(/diagnose\?day=2025-11-02$/);
  await page.getByRole("link", { name: /Compare/ }).click();
  await expect(hours).toBeVisible();
  await leaf(page, "Sky").click();
  await expect(page).toHaveURL(/\?leaf=sky&day=2025-11-02$/);
  await expect(page.getByText("sun’s way on 2 Nov 2025")).toBeVisible();
});

test("a cause picked in the ledger is marked in the pictures, and stays so in other leaves", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/compare`, { waitUntil: "networkidle" });
  await ledger(page)
    .getByRole("button", { name: /^Snow cover/ })
    .first()
    .click();
  await expect(page).toHaveURL(/cause=snow@site/);
  await expect(page.getByText("marked: Snow cover, whole site")).toBeVisible();
  await leaf(page, "Cascade").click();
  await expect(page.getByRole("list", { name: "Loss cascade" }).getByRole("listitem").filter({ hasText: "Snow cover" })).toHaveClass(
    /bg-raised/,
  );
  await page.keyboard.press("5");
  await expect(page).toHaveURL(/diagnose\?cause=snow@site/);
});

test("a period is drawn by its handles with the keyboard, and taken back", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/compare`, { waitUntil: "networkidle" });
  const handle = page.getByRole("region", { name: "Period" }).getByRole("slider").first();
  await handle.focus();
  for (let k = 0; k < 5; k++) await page.keyboard.press("ArrowRight");
  await expect(page).toHaveURL(/period=2025-11-06\.\.2026-04-30/);
  await expect(line(page)).toHaveAttribute("aria-valuemax", "175");
  await page.getByRole("button", { name: "All days" }).click();
  await expect(page).not.toHaveURL(/period/);
});

test("the sky says where energy goes missing, and reads its parts by keyboard", async ({ page }) => {
  await page.goto("/cases/lake-rack-2026/compare?leaf=sky", { waitUntil: "networkidle" });
  await expect(
    page.getByText(/^The data imply something in the way between \d+° and \d+°, up to \d+° high at 2\d\d° \(south-west\)/),
  ).toBeVisible();
  await page.getByRole("img", { name: /^Sky chart of plane rack/ }).focus();
  await page.keyboard.press("ArrowDown");
  const reading = page.getByText(/^Sun at \d+° \([a-z-]+\), \d+° high: [\d,.]+ of [\d,.]+ kWh, \d+ %/);
  const first = await reading.textContent();
  await page.keyboard.press("ArrowLeft");
  await expect(reading).not.toHaveText(first ?? "");
});

test("a string that falls behind is named; a module is picked on the plan, and a day played through", async ({ page }) => {
  await page.goto("/cases/joinery-2026/compare?leaf=parts", { waitUntil: "networkidle" });
  await expect(page.getByTestId("odd-ones")).toHaveText(/^string c1 gives 8\d\s% of the middle one of its peers/);
  await page.goto("/cases/weaver-row-2026/compare?leaf=parts", { waitUntil: "networkidle" });
  await page.getByRole("button", { name: /^m2\.03, \d+\s% of its peers/ }).click();
  await expect(page).toHaveURL(/part=m2\.03/);
  await expect(page.getByRole("button", { name: /^m2\.03/ })).toHaveAttribute("aria-pressed", "true");
  await page.getByLabel("Day", { exact: true }).fill("2026-06-10");
  const time = page.getByRole("slider", { name: "Time of the day" });
  await expect(time).toBeVisible();
  const before = await time.getAttribute("aria-valuetext");
  await page.getByRole("button", { name: "Play the day" }).click();
  await expect(time).not.toHaveAttribute("aria-valuetext", before ?? "");
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  // A string's own data say no module by itself.
  await page.goto(`${LARCH_CASE}/compare?leaf=parts`);
  await expect(page.getByRole("region", { name: "Leaf: Strings and modules" })).toContainText("s2");
});

test("a cause is named where its points lie, and its days are marked when it is picked", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/compare?leaf=scatter`, { waitUntil: "networkidle" });
  await expect(page.getByTestId("scatter-words")).toHaveText(/String gives nothing, string s2 about 4\d % of [\d.]+ kW/);
  await page.getByLabel("Leaf: Against expected").getByRole("button", { name: "String gives nothing, string s2" }).click();
  await expect(page).toHaveURL(/cause=string-open@s2/);
  await expect(page.getByText("dark: days of the picked cause")).toBeVisible();
});

test("every leaf is clean for those who don't see it", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/compare?day=2026-03-20`, { waitUntil: "networkidle" });
  for (const title of LEAVES) {
    await leaf(page, title).click();
    await expect(page.getByRole("region", { name: `Leaf: ${title}` })).toBeVisible();
    const { violations } = await new AxeBuilder({ page }).include("main").analyze();
    expect(violations.map(({ id, nodes }) => `${title}: ${id} ${nodes[0].html.slice(0, 90)}`)).toEqual([]);
  }
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("pictures are redrawn for it: no writing under 12 px, nothing beyond the edge; a day is picked by touch", async ({ page }) => {
    await page.goto(`${LARCH_CASE}/compare`, { waitUntil: "networkidle" });
    await line(page).tap({ position: { x: 200, y: 60 } });
    await expect(page).toHaveURL(/day=20/);
    await expect(page.getByTestId("reading")).toHaveText(/^\d+ \w+ 202\d: /);
    for (const title of LEAVES) {
      await leaf(page, title).click();
      await expect(page.getByRole("region", { name: `Leaf: ${title}` })).toBeVisible();
      const small = await page.evaluate(() =>
        [...document.querySelectorAll("main *")].flatMap((element) => {
          const own = [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim());
          const drawn = element.closest("svg");
          const scale = drawn ? (drawn.getScreenCTM()?.a ?? 1) : 1;
          const size = Number.parseFloat(getComputedStyle(element).fontSize) * scale;
          return own && size < 11.9 && element.getClientRects().length > 0 ? [`${size} ${element.textContent}`] : [];
        }),
      );
      expect(small, title).toEqual([]);
      expect(await page.evaluate(() => document.documentElement.scrollWidth), title).toBeLessThanOrEqual(390);
    }
  });
});

test("the ledger folds to a spine of hatches, by key and by hand, stays so, and still picks a cause", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/compare`, { waitUntil: "networkidle" });
  const wide = (await page.getByLabel("Leaf: Days").boundingBox())?.width ?? 0;
  await page.keyboard.press("l");
  await expect(ledger(page).getByRole("heading", { name: "Evidence ledger" })).toBeHidden();
  await expect.poll(async () => (await page.getByLabel("Leaf: Days").boundingBox())?.width ?? 0).toBeGreaterThan(wide + 200);
  await page.reload({ waitUntil: "networkidle" });
  await ledger(page).getByRole("button", { name: "Snow cover, whole site, over" }).click();
  await expect(page).toHaveURL(/cause=snow@site/);
  await ledger(page).getByRole("button", { name: "Unfold the ledger" }).click();
  await expect(ledger(page).getByRole("heading", { name: "Evidence ledger" })).toBeVisible();
  await expect(ledger(page).getByRole("button", { name: "Snow cover, whole site", exact: true })).toHaveAttribute("aria-pressed", "true");
});

test("a figure leads to its place in the data, and from there back to where one was", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/diagnose`, { waitUntil: "networkidle" });
  const shown = page.getByRole("article", { name: "String gives nothing, string s2" });
  await shown.getByRole("button", { name: /^A day, lately: / }).click();
  await page.getByRole("link", { name: "Show it in the data: these days" }).click();
  await expect(page).toHaveURL(/compare\?from=diagnose&period=2026-04-01\.\.2026-04-30&cause=string-open@s2/);
  await expect(page.getByRole("region", { name: "Period" })).toContainText("1 Apr 2026 to 30 Apr 2026");
  await expect(page.getByText("marked: String gives nothing, string s2")).toBeVisible();
  await page.getByRole("link", { name: "Back to Diagnose" }).click();
  await expect(page).toHaveURL(/diagnose\?period=.*cause=string-open@s2/);
  await expect(shown).toBeVisible();
  await shown.getByRole("button", { name: /^Weight of: s2 carried no current since 2026-03-14/ }).click();
  await page.getByRole("link", { name: "Show it in the data: 14 Mar 2026" }).click();
  await expect(page).toHaveURL(/day=2026-03-14/);
  await page.goBack();
  await expect(shown).toBeVisible();
  await page.goto("/", { waitUntil: "networkidle" });
  await page
    .getByRole("row", { name: /Weir Barn/ })
    .getByRole("button", { name: /^Lost a day/ })
    .click();
  await page.getByRole("link", { name: "Show it in the data: its days" }).click();
  await page.getByRole("link", { name: "Back to Triage" }).click();
  await expect(page.getByRole("table", { name: "Sites by urgency" })).toBeVisible();
});

test("whether the map is the roof is checked by covering one module, and what lacks for it is said", async ({ page }) => {
  await page.goto("/cases/weaver-row-2026/compare?leaf=parts&day=2026-06-10", { waitUntil: "networkidle" });
  await page.getByText("Is the map the roof? Cover one module, and see which drops").click();
  const check = page.getByRole("group", { name: "Is the map the roof?" });
  await expect(check).toContainText("Caution: The module stays live under the cloth");
  await check.getByLabel("Covered, by the map").selectOption("m1.04");
  await expect(page).toHaveURL(/part=m1\.04/);
  await check.getByLabel("From").fill("11:00");
  await check.getByLabel("To").fill("11:05");
  await expect(check.getByRole("status")).toContainText("Cover it for at least 15 minutes");
  await check.getByLabel("To").fill("11:30");
  await expect(check.getByRole("status")).toContainText("No module dropped alone and far enough");
  await check.getByRole("button", { name: /^Drop of / }).click();
  await expect(page.getByText(/It counts from 30 %/)).toBeVisible();
});
