import type { Locator, Page } from "@playwright/test";
import { expect, test } from "./app";

test.use({ file: "questions" });

/** What the screen answers on a site of the demonstration: what is wrong, since when, what it costs a day, how sure, what to do next. */
interface Answers {
  case: string;
  name: RegExp;
  since: RegExp;
  aDay: RegExp | null;
  sure: RegExp;
  next: RegExp;
}

const EURO = /€\d+\.\d\d/;
const SITES: Answers[] = [
  {
    case: "larch-house-2026",
    name: /^String gives nothing, string s2$/,
    since: /Since 14 Mar 2026/,
    aDay: EURO,
    sure: /9\d\s%/,
    next: /Open-circuit voltage of s2/,
  },
  {
    case: "steep-barn-2026",
    name: /^String gives nothing/,
    since: /Since 20 Aug 2026/,
    aDay: EURO,
    sure: /9\d\s%/,
    next: /Open-circuit voltage|string by string|clamp/i,
  },
  {
    case: "weir-barn-2026",
    name: /^Inverter stopped, inverter inv-w$/,
    since: /Since 19 Oct 2026/,
    aDay: EURO,
    sure: /9\d\s%/,
    next: /inv-w/,
  },
  {
    case: "weaver-row-2026",
    name: /^Shade, plane street$/,
    since: /Since 1 Nov 2025/,
    aDay: EURO,
    sure: /9\d\s%/,
    next: /bearing and height of what stands there/,
  },
  {
    case: "lake-rack-2026",
    name: /^Shade, plane rack$/,
    since: /Since 1 Nov 2023/,
    aDay: EURO,
    sure: /9\d\s%/,
    next: /bearing and height of what stands there/,
  },
  { case: "coop-store-2026", name: /^Decline beyond ageing/, since: /Since 1 Nov 2023/, aDay: EURO, sure: /9\d\s%/, next: /\w{4}/ },
  { case: "upper-school-2026", name: /^Clock is wrong/, since: /Since 29 Mar 2026/, aDay: null, sure: /9\d\s%/, next: /clock/i },
  { case: "alp-dairy-2026", name: /^Soiling, whole site$/, since: /Since 2 Nov 2025/, aDay: EURO, sure: /\d\d\s%/, next: /\w{4}/ },
  {
    case: "chapel-annex-2026",
    name: /^Trips when wet, inverter inv1$/,
    since: /Since \d+ \w+ 2026.*comes and goes with the weather/,
    aDay: EURO,
    sure: /9\d\s%/,
    next: /Insulation resistance of the strings of inv1 against earth, while it is wet/,
  },
  { case: "col-refuge-2026", name: /^Held back, whole site$/, since: /Since/, aDay: /€|kWh/, sure: /9\d\s%/, next: /\w{4}/ },
  {
    case: "joinery-2026",
    name: /^Clipped at the rating, inverter inv1$/,
    since: /Since 1 Nov 2025/,
    aDay: EURO,
    sure: /9\d\s%/,
    next: /larger inverter/,
  },
];

async function answers(page: Page, shown: Locator, { since, aDay, sure, next }: Answers): Promise<void> {
  await expect(shown).toContainText(since);
  const figure = (label: string) => shown.getByRole("button", { name: new RegExp(`^${label}: `) }).first();
  if (aDay) await expect(figure("A day, lately")).toHaveText(aDay);
  await expect(figure("How sure")).toHaveText(sure);
  await expect(shown.getByText(/^(Measure next|What would change it):/).locator("..")).toContainText(next);
  await expect(page.getByRole("heading", { name: "Diagnose" })).toBeAttached();
}

for (const site of SITES) {
  test(`${site.case} answers by mouse, from Triage on`, async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`/cases/${site.case}/brief`);
    await page.getByRole("link", { name: /^5 Diagnose|Diagnose/ }).click();
    const shown = page.getByRole("article", { name: site.name });
    await expect(shown.getByRole("heading", { level: 2 })).toBeInViewport();
    await answers(page, shown, site);
  });
}

test("they answer by keyboard alone: the station's key, then the list", async ({ page }) => {
  for (const site of SITES) {
    await page.goto(`/cases/${site.case}/brief`, { waitUntil: "networkidle" });
    await page.keyboard.press("5");
    const shown = page.getByRole("article", { name: site.name });
    await expect(shown).toBeVisible();
    const row = page.getByRole("list", { name: "Causes that stand" }).getByRole("button").first();
    await row.focus();
    await page.keyboard.press("Enter");
    await expect(page).toHaveURL(/cause=/);
    await answers(page, shown, site);
  }
  for (const healthy of ["mill-cottage", "meadow-school"]) {
    await page.goto(`/cases/${healthy}-2026/brief`, { waitUntil: "networkidle" });
    await page.keyboard.press("5");
    await expect(page.getByText(/^Nothing wrong stands at the end of the data/)).toBeVisible();
  }
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("they answer by touch", async ({ page }) => {
    for (const site of SITES) {
      await page.goto(`/cases/${site.case}/brief`, { waitUntil: "networkidle" });
      await page.getByRole("link", { name: "Diagnose", exact: true }).tap();
      await page.getByRole("list", { name: "Causes that stand" }).getByRole("button").first().tap();
      await answers(page, page.getByRole("article", { name: site.name }), site);
    }
    for (const healthy of ["mill-cottage", "meadow-school"]) {
      await page.goto(`/cases/${healthy}-2026/brief`, { waitUntil: "networkidle" });
      await page.getByRole("link", { name: "Diagnose", exact: true }).tap();
      await expect(page.getByText(/^Nothing wrong stands at the end of the data/)).toBeVisible();
    }
  });
});

test("the healthy ones say that nothing is wrong, and why it looked so", async ({ page }) => {
  await page.goto("/cases/mill-cottage-2026/diagnose");
  await expect(page.getByText(/^Nothing wrong stands at the end of the data; a dark month: \d\d\s% of the light/)).toBeVisible();
  await page.goto("/cases/mill-cottage-2026/compare");
  await expect(page.getByText(/^Nothing wrong stands\./)).toBeVisible();
});

test("two causes are laid beside each other, and what comes and goes tells its times", async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto("/cases/weaver-row-2026/diagnose", { waitUntil: "networkidle" });
  await page.getByLabel("Lay beside it").selectOption({ label: "Snow cover, whole site" });
  await expect(page).toHaveURL(/beside=snow@site/);
  const snow = page.getByRole("article", { name: "Snow cover, whole site" });
  await expect(page.getByRole("article", { name: "Shade, plane street" })).toBeInViewport();
  await expect(snow).toBeInViewport();
  await expect(snow.getByRole("heading", { name: /^\d+ times, \d+ days in all$/ })).toBeVisible();
  await snow
    .getByRole("button", { name: /^\d+ Jan 2026/ })
    .first()
    .click();
  await expect(page).toHaveURL(/day=2026-01-/);
  await page.getByRole("button", { name: "Back to one" }).click();
  await expect(snow).toHaveCount(0);
});
