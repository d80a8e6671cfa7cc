import { readFile } from "node:fs/promises";
import { expect, LARCH_CASE, test } from "./app";

test.use({ file: "charts" });

const READING = /\d+ \w+ 20\d\d: [\d.]+ of [\d.]+ kWh ±\d+ %, \d+ %/;

test("a chart reads its exact values under the mouse and by keyboard, and as a table", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/diagnose`, { waitUntil: "networkidle" });
  const chart = page.getByRole("application", { name: /^Energy by day, 12 Feb 2026 to 30 Apr 2026/ });
  await chart.hover({ position: { x: 400, y: 100 } });
  await expect(page.getByText(READING)).toBeVisible();
  await page.mouse.move(2, 2);
  await chart.focus();
  await page.keyboard.press("ArrowRight");
  const first = await page.getByText(READING).textContent();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(READING)).not.toHaveText(first ?? "");
  await page.getByRole("button", { name: /^Values of Energy by day/ }).click();
  const table = page.getByRole("dialog", { name: /^Energy by day/ });
  await expect(table.getByRole("row")).toHaveCount(1 + 78);
  await expect(table.getByRole("row", { name: /^2026-03-20/ })).toContainText(/\d/);
  await page.keyboard.press("Escape");
});

test("a chart leaves as a picture, a drawing and its values", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/diagnose`, { waitUntil: "networkidle" });
  const take = async (what: string) => {
    await page.getByRole("button", { name: /^Take along Energy by day/ }).click();
    const waiting = page.waitForEvent("download");
    await page.getByRole("menuitem", { name: what }).click();
    const file = await waiting;
    return { name: file.suggestedFilename(), content: await readFile(await file.path()) };
  };
  const csv = await take("Values (CSV)");
  expect(csv.name).toBe("energy-by-day-12-feb-2026-to-30-apr-2026.csv");
  expect(csv.content.toString().split("\n").slice(0, 2)).toEqual([
    'day,"expected, kWh a day","measured, kWh a day"',
    expect.stringMatching(/^2026-02-12,[\d.]+,[\d.]+$/),
  ]);
  const svg = (await take("Drawing (SVG)")).content.toString();
  expect(svg).toMatch(/^<svg /);
  expect(svg).not.toContain("var(--");
  const png = (await take("Picture (PNG)")).content;
  expect(png.subarray(1, 4).toString()).toBe("PNG");
  expect(png.readUInt32BE(16)).toBeGreaterThan(800);
});

test("a chart is on the printed report, within its page", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/hand-over`, { waitUntil: "networkidle" });
  await page.emulateMedia({ media: "print" });
  await page.setViewportSize({ width: 640, height: 900 });
  const chart = page.getByRole("application", { name: /^Energy by day/ });
  await expect(chart).toBeVisible();
  const box = await chart.boundingBox();
  expect(box?.width).toBeGreaterThan(300);
  expect((box?.x ?? 0) + (box?.width ?? 0)).toBeLessThanOrEqual(640);
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("a chart is redrawn, not shrunk, and reads under the finger", async ({ page }) => {
    await page.goto(`${LARCH_CASE}/diagnose`, { waitUntil: "networkidle" });
    const chart = page.getByRole("application", { name: /^Energy by day/ });
    await chart.evaluate((drawing) => drawing.scrollIntoView({ block: "center" }));
    const box = await chart.boundingBox();
    expect(box?.width).toBeLessThanOrEqual(390);
    const sizes = await chart.locator("text").evaluateAll((texts) => texts.map((text) => text.getBoundingClientRect().height));
    expect(sizes.length).toBeGreaterThan(3);
    for (const height of sizes) expect(height).toBeGreaterThanOrEqual(12);
    await page.touchscreen.tap((box?.x ?? 0) + 200, (box?.y ?? 0) + 80);
    await expect(page.getByText(READING)).toBeVisible();
  });
});
