import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { BarcodeFormat, QRCodeWriter } from "@zxing/library";
import sharp from "sharp";
import { expect, newCase, test } from "./app";

/* The register of parts: recorded on site without a network, its codes read from photos, in and out as a file at the desk. */
test.use({ file: "parts" });

const allKept = (page: Page) =>
  expect(page.getByRole("button", { name: /^What was recorded on this device/ })).toContainText("All kept", { timeout: 120_000 });

/** A photo of a label with a code on it. */
async function codePhoto(text: string): Promise<Buffer> {
  const matrix = new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 300, 300, new Map());
  const pixels = Buffer.alloc(400 * 400, 200);
  for (let y = 0; y < 300; y++) for (let x = 0; x < 300; x++) pixels[(y + 50) * 400 + x + 50] = matrix.get(x, y) ? 30 : 230;
  return sharp(pixels, { raw: { width: 400, height: 400, channels: 1 } })
    .rotate(4, { background: "#c8c8c8" })
    .jpeg()
    .toBuffer();
}

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("parts of the as-built in one touch, a serial from its code, a wet isolator replaced, all without a network", async ({ page }) => {
    const caseId = await newCase(page, "weir-barn");
    await page.goto(`/cases/${caseId}/walk#parts`, { waitUntil: "networkidle" });
    await page.route(/\/api\//, (route) => route.abort());
    await page.getByRole("button", { name: /^Record all/ }).tap();
    const parts = page.getByRole("region", { name: "Parts", exact: true });
    await expect(parts.getByRole("region", { name: "Inverters" }).getByRole("listitem")).not.toHaveCount(0);
    await parts.getByRole("button", { name: "Another part" }).tap();
    const isolator = parts.getByRole("region", { name: "Isolators" });
    await isolator
      .getByLabel("Photo of its barcode")
      .setInputFiles({ name: "label.jpg", mimeType: "image/jpeg", buffer: await codePhoto("SN-4711-08") });
    await expect(isolator.getByRole("status")).toHaveText("Read: SN-4711-08");
    await expect(isolator.getByLabel("Serial number")).toHaveValue("SN-4711-08");
    await isolator.getByLabel("Photo of its barcode").setInputFiles({ name: "sky.jpg", mimeType: "image/jpeg", buffer: await blank() });
    await expect(isolator.getByRole("status")).toContainText("No code found");
    await expect(isolator.getByLabel("Serial number")).toHaveValue("SN-4711-08");
    await isolator.getByLabel("Condition").selectOption("fix");
    await expect(page.getByRole("region", { name: "What is likely next" })).toContainText("found not in order");
    const words = isolator.getByLabel("Place in words");
    await words.fill("east gable");
    await words.blur();
    await expect(isolator.getByRole("button", { name: /^Isolator, east gable/ })).toBeVisible();
    await isolator.getByRole("button", { name: /^Place of/ }).tap();
    await page.getByRole("button", { name: "inverter", exact: false }).first().tap();
    await expect(words).toHaveValue("");
    await isolator.getByRole("button", { name: "Replaced by a new one" }).tap();
    await expect(isolator.getByText("The second one at this place")).toBeVisible();
    await expect(page.getByRole("region", { name: "Replaced" }).getByRole("listitem")).toHaveCount(1);
    await page.unroute(/\/api\//);
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
    await allKept(page);
    await page.reload({ waitUntil: "networkidle" });
    await expect(page.getByRole("region", { name: "Replaced" })).toContainText("SN-4711-08");
    for (const sheet of ["light", "dark"]) {
      await page.evaluate((name) => document.documentElement.setAttribute("data-sheet", name), sheet);
      const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag2aaa"]).include("#bench").analyze();
      expect(violations.map(({ id, nodes }) => `${sheet}: ${id}: ${nodes.map(({ target }) => target).join(" ")}`)).toEqual([]);
    }
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
  });
});

const blank = () =>
  sharp({ create: { width: 300, height: 300, channels: 3, background: "#99b" } })
    .jpeg()
    .toBuffer();

test("a register comes from a file, is undone, refused where it isn't one, and goes out as it stands", async ({ page }) => {
  const head = "id,kind,place,maker,model,serial,installed,warranty_until,maker_state,condition,note";
  await page.goto("/sites/lake-rack", { waitUntil: "networkidle" });
  const section = page.getByRole("region", { name: "Parts", exact: true });
  const bring = (text: string) =>
    section.getByLabel("Register from a file").setInputFiles({ name: "register.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await bring(`${head}\ni1,inverter,inv1,Tarnwerk,T7,0815,2010-06-01,2015-06-01,gone,watch,loud\nm1,meter,site,,,,,,,,\n`);
  await expect(section.getByRole("status")).toContainText("2 parts new, 0 changed");
  await expect(section.getByRole("table")).toContainText("no. 0815");
  await expect(section).toContainText("maker gone: look for a spare now");
  const file = await (await page.request.get("/api/sites/lake-rack/register")).text();
  expect(file).toContain("i1,inverter,inv1,Tarnwerk,T7,0815,2010-06-01,2015-06-01,gone,watch,loud");
  await bring(`${head}\ni1,wheel,inv1,,,,,,,,\n`);
  await expect(section.getByRole("status")).toContainText("line 2");
  await expect(section.getByRole("table")).toContainText("no. 0815");
  await bring(`${head}\ni1,inverter,inv1,Tarnwerk,T7,0816,,,,,\n`);
  await expect(section.getByRole("status")).toContainText("0 parts new, 1 changed, 1 others as they were");
  await expect(section.getByRole("table")).toContainText("no. 0816");
  await section.getByRole("button", { name: "Undo" }).click();
  await expect(section.getByRole("table")).toContainText("no. 0815");
  await section.getByRole("button", { name: /^How long they last/ }).click();
  await expect(page.getByRole("dialog")).toContainText("IEA PVPS Task 12");
});

test("a firm's own years stand in place of the shipped ones, are told where they can't be, and undone", async ({ page }) => {
  const head = "id,kind,place,maker,model,serial,installed,warranty_until,maker_state,condition,note";
  const section = page.getByRole("region", { name: "Parts", exact: true });
  const next = () => page.goto("/sites/weaver-row", { waitUntil: "networkidle" });
  await next();
  await section
    .getByLabel("Register from a file")
    .setInputFiles({ name: "r.csv", mimeType: "text/csv", buffer: Buffer.from(`${head}\nx1,isolator,inv1,,,,2023-01-01,,,,\n`) });
  await expect(section.getByRole("status")).toContainText("1 part new");
  await expect(section).toContainText("Nothing by what was found and by age.");
  await page.goto("/firm", { waitUntil: "networkidle" });
  await page.getByRole("link", { name: "How you work" }).click();
  await page.getByLabel("Isolators, years until one in ten").fill("2");
  await page.getByRole("button", { name: "Keep" }).click();
  await expect(page.locator("#bench").getByRole("alert")).toContainText("Isolators, nine in ten");
  await page.getByLabel("Isolators, years until nine in ten").fill("6,5");
  await page.getByLabel(/^How far ahead/).fill("5");
  await page.getByRole("button", { name: "Keep" }).click();
  await expect(page.locator("#bench").getByRole("status")).toContainText("Kept.");
  await next();
  await expect(section).toContainText(/\d\d of 100 of its kind and age are replaced within 5 years/);
  await section.getByRole("button", { name: /^How long they last/ }).click();
  await expect(page.getByRole("dialog")).toContainText("your own figures");
  await page.goto("/firm/practice", { waitUntil: "networkidle" });
  await expect(page.getByLabel("Isolators, years until nine in ten")).toHaveValue("6.5");
  await page.getByRole("button", { name: "Undo the last change" }).click();
  await expect(page.getByLabel("Isolators, years until nine in ten")).toHaveValue("");
  await next();
  await expect(section).toContainText("Nothing by what was found and by age.");
});
