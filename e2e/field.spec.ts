import type { Page } from "@playwright/test";
import { demoFile, expect, LARCH_CASE, test } from "./app";
import { stored } from "./stored";
import { choose, gradeOf, HEAT, openFromBelow, openPoint } from "./walk";

test.use({ file: "field" });

/** Pixels by which a page is wider than its screen. */
const overflow = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
const strip = (page: Page) => page.getByRole("button", { name: /^What was recorded on this device/ });
const allKept = (page: Page) => expect(strip(page)).toContainText("All kept");
const online = (page: Page) => page.evaluate(() => window.dispatchEvent(new Event("online")));

test("a finding that can't be sent is kept through a reload and sent when it can", async ({ page, request, demo }) => {
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const point = await openPoint(page, HEAT.id);
  await page.route(/api\/(changes|photos)/, (route) => route.abort());
  await choose(gradeOf(point, /^Fix/));
  await point.getByLabel("Photo of Heat marks on bar").setInputFiles(demoFile(demo, "isolator.jpg"));
  await expect(strip(page)).toContainText("2 waiting");
  await page.reload();
  await expect(gradeOf(point, /^Fix/)).toHaveAttribute("aria-pressed", "true");
  await expect(point.getByRole("img", { name: /view 1/ })).toBeVisible();
  await expect(point.getByText("waiting")).toBeVisible();
  expect(await (await request.get(`${LARCH_CASE}/hand-over`)).text()).not.toContain(HEAT.fix);
  await page.unroute(/api\/(changes|photos)/);
  await online(page);
  await allKept(page);
  await expect(point.getByText("waiting")).toBeHidden();
  await page.goto(`${LARCH_CASE}/hand-over`);
  const report = page.getByRole("article", { name: "Report" });
  await expect(report).toContainText(HEAT.fix);
  await expect(report.getByRole("img", { name: /Heat marks on bar.*view 1/ })).toBeVisible();
});

test("a finding taken back stands again with its note and photos, at once or days later", async ({ page, demo }) => {
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const point = await openPoint(page, "panel-meters");
  const disagree = gradeOf(point, /They disagree/);
  await choose(disagree);
  await point.getByLabel("Note").fill("Inverter 4 % over the meter");
  await point.getByLabel("Note").blur();
  await point.getByLabel("Photo of Meters").setInputFiles(demoFile(demo, "isolator.jpg"));
  await allKept(page);
  for (const undo of ["Undo", "Let it stand again"]) {
    await point.getByRole("button", { name: "Take back" }).click();
    await expect(disagree).toHaveAttribute("aria-pressed", "false");
    await allKept(page);
    if (undo !== "Undo") await page.reload({ waitUntil: "networkidle" });
    await page.getByRole("button", { name: undo }).first().click();
    await expect(disagree).toHaveAttribute("aria-pressed", "true");
    await expect(point.getByLabel("Note")).toHaveValue("Inverter 4 % over the meter");
    await expect(point.getByRole("img", { name: /view 1/ })).toBeVisible();
    await allKept(page);
  }
  await page.reload();
  await expect(disagree).toHaveAttribute("aria-pressed", "true");
});

test("what is taken back and restored while nothing can be sent stays so through a reload, and when it is sent", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const point = await openPoint(page, "inverter-clearance");
  const grade = gradeOf(point, /^Watch/);
  await choose(grade);
  await allKept(page);
  await page.route("**/api/changes", (route) => route.abort());
  await point.getByRole("button", { name: "Take back" }).click();
  await expect(grade).toHaveAttribute("aria-pressed", "false");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(grade).toHaveAttribute("aria-pressed", "true");
  await expect(strip(page)).toContainText("2 waiting");
  await page.reload();
  await expect(grade).toHaveAttribute("aria-pressed", "true");
  await point.getByRole("button", { name: "Take back" }).click();
  await expect(grade).toHaveAttribute("aria-pressed", "false");
  await expect(strip(page)).toContainText("3 waiting");
  await page.reload();
  await expect(grade).toHaveAttribute("aria-pressed", "false");
  await page.unroute("**/api/changes");
  await online(page);
  await allKept(page);
  await page.reload();
  await expect(grade).toHaveAttribute("aria-pressed", "false");
});

test("a page that was asked for before the server had a finding or a brief shows it nevertheless", async ({ page, request }) => {
  const walk = await (await request.get(`${LARCH_CASE}/walk`)).text();
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const grade = gradeOf(await openPoint(page, "inverter-report"), /^Watch/);
  await choose(grade);
  await allKept(page);
  await page.route(`**${LARCH_CASE}/walk`, (route) => route.fulfill({ body: walk, contentType: "text/html" }));
  await page.reload();
  await expect(grade).toHaveAttribute("aria-pressed", "true");
  const path = "/cases/meadow-school-2026/brief";
  const early = await (await request.get(path)).text();
  await page.goto(path, { waitUntil: "networkidle" });
  await page.getByLabel("Access").fill("Key at the caretaker's");
  await expect(page.getByText(/by someone unnamed/)).toBeVisible();
  await allKept(page);
  await page.route(`**${path}`, (route) => route.fulfill({ body: early, contentType: "text/html" }));
  await page.reload();
  await expect(page.getByLabel("Access")).toHaveValue("Key at the caretaker's");
});

test("what is typed into the brief while it can't be sent survives a reload, with every key", async ({ page }) => {
  await page.goto("/cases/weir-barn-2026/brief", { waitUntil: "networkidle" });
  const hazards = page.getByLabel("Hazards");
  await page.route("**/api/changes", (route) => route.abort());
  await hazards.clear();
  await hazards.pressSequentially("Hay in the barn; loose board");
  await page.reload();
  await expect(hazards).toHaveValue("Hay in the barn; loose board");
  await expect(strip(page)).toContainText(/\d waiting/);
  await page.unroute("**/api/changes");
  await page.reload();
  await allKept(page);
  await page.evaluate(() => {
    localStorage.clear();
    indexedDB.deleteDatabase("irradant-field");
  });
  await page.reload();
  await expect(hazards).toHaveValue("Hay in the barn; loose board");
});

test("what was typed a moment before the page was left goes out from whatever page is open next", async ({ page, demo }) => {
  await page.goto("/cases/meadow-school-2026/brief", { waitUntil: "networkidle" });
  await page.getByLabel("History and documents").pressSequentially("Papers in the boiler room");
  await page.goto("/sites/weir-barn");
  await expect
    .poll(async () => (await stored<{ brief: string }>(demo, "SELECT brief FROM cases WHERE id = 'meadow-school-2026'"))[0].brief)
    .toContain("Papers in the boiler room");
});

test("several findings stand at one point, each with its place, chosen from what the site has, and its history", async ({ page }) => {
  await page.goto("/cases/weir-barn-2026/walk", { waitUntil: "networkidle" });
  await page.getByLabel("Your name, so that it's known who saw what").fill("Jana Moser");
  const point = await openPoint(page, HEAT.id);
  await gradeOf(point, /^Fix/).click();
  await point.getByRole("button", { name: /^Place of/ }).click();
  await page
    .getByRole("button", { name: /^module .*\.03$/ })
    .first()
    .click();
  await expect(point.getByRole("button", { name: /^Place of .*: module/ })).toBeVisible();
  await point.getByRole("button", { name: "Another one here" }).click();
  await gradeOf(point, /^Stop/).click();
  await point.getByRole("button", { name: /^Place of/ }).click();
  await page
    .getByRole("button", { name: /^inverter/ })
    .first()
    .click();
  await expect(point.getByRole("list", { name: /^Found at/ }).getByRole("listitem")).toHaveCount(2);
  await point.getByLabel("Note").fill("Smells burnt");
  await point.getByLabel("Note").blur();
  await gradeOf(point, /^Fix/).click();
  await allKept(page);
  await expect(point.getByText(/Seen .* by Jana Moser; \d corrections/)).toBeVisible();
  await point.getByText(/Seen .* by Jana Moser; \d corrections/).click();
  await expect(point.getByText(/Jana Moser \(device \w{4}\): Melted, charred/)).toBeVisible();
  await expect(point.getByText(/Jana Moser \(device \w{4}\): “Smells burnt”/)).toBeVisible();
  await page.getByRole("button", { name: "Recorded (2)" }).click();
  await expect(page.getByText(/26|\d+ \w+ 20\d\d/).first()).toBeVisible();
  await expect(page.getByText(/by Jana Moser/)).toHaveCount(2);
  await page.goto("/cases/weir-barn-2026/hand-over");
  await expect(page.getByRole("region", { name: "What was seen" }).getByText(/\(module .*\.03\)/)).toBeVisible();
  await expect(page.getByRole("article", { name: "Report" }).getByText(/Seen .* by Jana Moser/)).toHaveCount(2);
});

test("many photos in a row: each is kept at once, what is no whole picture is said at once, one can be removed and brought back", async ({
  page,
  demo,
}) => {
  const sharp = (await import("sharp")).default;
  const { readFile } = await import("node:fs/promises");
  const whole = await readFile(demoFile(demo, "isolator.jpg"));
  const large = await sharp({
    create: { width: 4200, height: 3000, channels: 3, background: "#777", noise: { type: "gaussian", mean: 120, sigma: 30 } },
  })
    .withExif({ IFD3: { GPSLatitudeRef: "N", GPSLatitude: "46/1 49/1 0/1" } })
    .withMetadata({ orientation: 6 })
    .jpeg({ quality: 90 })
    .toBuffer();
  const file = (name: string, buffer: Buffer, mimeType = "image/jpeg") => ({ name, buffer, mimeType });
  await page.goto("/cases/meadow-school-2026/walk", { waitUntil: "networkidle" });
  const point = await openPoint(page, HEAT.id);
  await gradeOf(point, /^Fix/).click();
  const sizes: number[] = [];
  page.on("request", (request) => request.method() === "PUT" && sizes.push(request.postDataBuffer()?.length ?? 0));
  await point
    .getByLabel("Photos of Heat marks on bar, breaker and terminals from files")
    .setInputFiles([
      file("one.jpg", whole),
      file("broken.jpg", whole.subarray(0, whole.length >> 1)),
      file("large.jpg", large),
      file("note.jpg", Buffer.from("no picture at all")),
    ]);
  await expect(point.getByRole("alert")).toContainText("broken.jpg: broke off on its way; take it again");
  await expect(point.getByRole("alert")).toContainText("note.jpg: is no picture that can be kept");
  await expect(point.getByRole("img", { name: /view/ })).toHaveCount(2);
  await allKept(page);
  expect(large.length).toBeGreaterThan(3_000_000);
  expect(Math.max(...sizes)).toBeLessThan(large.length / 2);
  const small = point.getByRole("img", { name: /view 2/ });
  await expect(small).toHaveAttribute("src", /api\/photos/);
  const kept = await (await page.request.get(((await small.getAttribute("src")) as string).replace("?small", ""))).body();
  const { width, height, exif } = await sharp(kept).metadata();
  expect(height as number).toBeGreaterThan(width as number);
  expect(exif).toBeUndefined();
  await point.getByRole("button", { name: /^Remove .*view 2/ }).click();
  await expect(point.getByRole("img", { name: /view/ })).toHaveCount(1);
  await allKept(page);
  await page.reload({ waitUntil: "networkidle" });
  await expect(point.getByRole("img", { name: /view/ })).toHaveCount(1);
  await point.getByRole("button", { name: /Bring back a removed photo/ }).click();
  await expect(point.getByRole("img", { name: /view/ })).toHaveCount(2);
});

for (const [name, viewport, grade] of [
  ["tablet", { width: 820, height: 1180 }, "Caps missing, ends empty"],
  ["phone", { width: 390, height: 844 }, "Caps missing and something has moved in"],
] as const) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch: true });

    test("stations along the bottom, the ledger as a sheet, targets for gloves, nothing wider than the screen", async ({ page }) => {
      await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
      const point = await openFromBelow(page, "rail-caps");
      await point.getByText(grade).tap();
      await allKept(page);
      await expect(strip(page)).toBeInViewport();
      for (const target of await point.locator("label:not(:has(input.field)), button, summary").all()) {
        expect((await target.boundingBox())?.height ?? 0).toBeGreaterThanOrEqual(44);
      }
      await point.getByRole("button", { name: /^Place of/ }).tap();
      await page.getByRole("button", { name: "string s2" }).tap();
      await expect(point.getByRole("button", { name: /^Place of .*: string s2/ })).toBeVisible();
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
