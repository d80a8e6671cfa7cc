import type { Page } from "@playwright/test";
import { demoFile, expect, LARCH_CASE, test } from "./app";

test.use({ file: "field" });

/** Pixels by which a page is wider than its screen. */
const overflow = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);

const POINT = "Glass, cells and backs";

test("a finding that can't be sent is kept through a reload and sent when it can", async ({ page, request, demo }) => {
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const point = page.getByRole("article", { name: POINT });
  await page.route("**/api/findings**", (route) => route.abort());
  await point.getByText("Cracked glass or delaminated").click();
  await point.getByLabel("Photo of Glass").setInputFiles(demoFile(demo, "isolator.jpg"));
  await expect(page.getByText(/kept on this device/)).toBeVisible();
  await page.reload();
  await expect(point.getByRole("radio", { name: /Cracked glass/ })).toBeChecked();
  await expect(point.getByRole("img", { name: /view 1/ })).toBeVisible();
  expect(await (await request.get(`${LARCH_CASE}/hand-over`)).text()).not.toContain("Cracked glass or delaminated");
  await page.unroute("**/api/findings**");
  await page.evaluate(() => window.dispatchEvent(new Event("online")));
  await expect(page.getByText("All recorded")).toBeVisible();
  await page.goto(`${LARCH_CASE}/hand-over`);
  await expect(page.getByRole("article", { name: "Report" })).toContainText("Cracked glass or delaminated");
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  await point.getByRole("button", { name: "Take back" }).click();
  await expect(page.getByText("All recorded")).toBeVisible();
});

test("a finding taken back can be restored", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const point = page.getByRole("article", { name: "Meters agree" });
  await point.getByText("They disagree").click();
  await expect(page.getByText("All recorded")).toBeVisible();
  await point.getByRole("button", { name: "Take back" }).click();
  await expect(point.getByRole("radio", { name: /They disagree/ })).not.toBeChecked();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(point.getByRole("radio", { name: /They disagree/ })).toBeChecked();
  await page.reload();
  await expect(point.getByRole("radio", { name: /They disagree/ })).toBeChecked();
});

test("what is taken back and restored while nothing can be sent stays so through a reload, and when it is sent", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const point = page.getByRole("article", { name: "Sun, clearance and cooling" });
  const grade = point.getByRole("radio").nth(1);
  await grade.check({ force: true });
  await expect(page.getByText("All recorded")).toBeVisible();
  await page.route("**/withdraw", (route) => route.abort());
  await point.getByRole("button", { name: "Take back" }).click();
  await expect(grade).not.toBeChecked();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(grade).toBeChecked();
  await page.reload();
  await expect(page.getByText(/kept on this device/)).toBeVisible();
  await expect(grade).toBeChecked();
  await point.getByRole("button", { name: "Take back" }).click();
  await expect(grade).not.toBeChecked();
  await page.reload();
  await expect(page.getByText(/kept on this device/)).toBeVisible();
  await expect(grade).not.toBeChecked();
  await page.unroute("**/withdraw");
  await page.evaluate(() => window.dispatchEvent(new Event("online")));
  await expect(page.getByText("All recorded")).toBeVisible();
  await page.reload();
  await expect(grade).not.toBeChecked();
});

test("a page that was asked for before the server had the finding shows it nevertheless", async ({ page, request }) => {
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const early = await (await request.get(`${LARCH_CASE}/walk`)).text();
  const point = page.getByRole("article", { name: "What the inverter says of itself" });
  const grade = point.getByRole("radio").nth(1);
  await grade.check({ force: true });
  await expect(page.getByText("All recorded")).toBeVisible();
  await page.route(`**${LARCH_CASE}/walk`, (route) => route.fulfill({ body: early, contentType: "text/html" }));
  await page.reload();
  await expect(grade).toBeChecked();
});

test("what is typed into the brief while it can't be sent survives a reload", async ({ page }) => {
  await page.goto("/cases/weir-barn-2026/brief", { waitUntil: "networkidle" });
  const hazards = page.getByLabel("Hazards");
  await page.route("**/brief", (route) => (route.request().method() === "PUT" ? route.abort() : route.continue()));
  await hazards.fill("Hay in the barn; loose board on the gallery");
  await expect(page.getByText(/Kept here, not sent yet/)).toBeVisible();
  await page.reload();
  await expect(hazards).toHaveValue("Hay in the barn; loose board on the gallery");
  await page.unroute("**/brief");
  await page.reload();
  await expect(page.getByText("Saved")).toBeVisible();
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(hazards).toHaveValue("Hay in the barn; loose board on the gallery");
});

test("a page that was asked for before the server had the brief shows it nevertheless", async ({ page, request }) => {
  const path = "/cases/meadow-school-2026/brief";
  await page.goto(path, { waitUntil: "networkidle" });
  const early = await (await request.get(path)).text();
  const saved = page.waitForResponse((response) => response.request().method() === "PUT");
  await page.getByLabel("Access").fill("Key at the caretaker's");
  await saved;
  await expect(page.getByText("Saved")).toBeVisible();
  await page.route(`**${path}`, (route) => route.fulfill({ body: early, contentType: "text/html" }));
  await page.reload();
  await expect(page.getByLabel("Access")).toHaveValue("Key at the caretaker's");
  await expect(page.getByText("Saved")).toBeVisible();
});

for (const [name, viewport, grade] of [
  ["tablet", { width: 820, height: 1180 }, "Caps missing"],
  ["phone", { width: 390, height: 844 }, "A clamp loose or not seated"],
] as const) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch: true });

    test("stations along the bottom, the ledger as a sheet, targets for gloves, nothing wider than the screen", async ({ page }) => {
      await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
      await page.getByRole("article", { name: "Rail ends capped and clamps seated" }).getByText(grade).tap();
      await expect(page.getByText("All recorded")).toBeVisible();
      for (const target of await page.getByRole("article", { name: "Rail ends" }).locator("label, button").all()) {
        expect((await target.boundingBox())?.height ?? 0).toBeGreaterThanOrEqual(44);
      }
      await page.getByRole("button", { name: /^Ledger/ }).tap();
      await expect(page.getByRole("dialog", { name: "Evidence ledger" })).toContainText("String gives nothing");
      await page.getByRole("button", { name: "Close the ledger" }).tap();
      for (const station of ["Brief", "Compare", "Diagnose", "Hand over"]) {
        await page.getByRole("link", { name: station, exact: true }).tap();
        await expect(page.getByRole("link", { name: station, exact: true })).toHaveAttribute("aria-current", "page");
        await page.waitForLoadState("networkidle");
        expect(await overflow(page)).toBeLessThanOrEqual(0);
      }
      for (const path of ["/", "/sites/larch-house"]) {
        await page.goto(path, { waitUntil: "networkidle" });
        expect(await overflow(page)).toBeLessThanOrEqual(0);
      }
    });
  });
}
