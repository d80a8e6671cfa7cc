import AxeBuilder from "@axe-core/playwright";
import { expect, LARCH_CASE, test } from "./app";
import { choose, gradeOf, HEAT, openPoint } from "./walk";

test.use({ file: "access" });

const PAGES = [
  "/",
  "/sites/weir-barn",
  "/sites/chapel-annex",
  "/firm/catalogue",
  "/firm/practice",
  "/cases/chapel-annex-2026/walk#parts",
  ...["brief", "walk", "compare", "diagnose", "hand-over"].map((station) => `${LARCH_CASE}/${station}`),
];
const SIZES = { desk: { width: 1280, height: 800 }, phone: { width: 390, height: 844 } };

for (const [size, viewport] of Object.entries(SIZES)) {
  test(`axe finds nothing on any page, either sheet, ${size}`, async ({ page }) => {
    await page.setViewportSize(viewport);
    for (const path of PAGES) {
      await page.goto(path, { waitUntil: "networkidle" });
      for (const sheet of ["light", "dark"]) {
        await page.evaluate((name) => document.documentElement.setAttribute("data-sheet", name), sheet);
        // One run in the page itself: there are no frames of other origins that would need the slower way round.
        const axe = new AxeBuilder({ page }).setLegacyMode();
        // The sheets differ by their colours alone.
        const { violations } = await (sheet === "dark" ? axe.withRules(["color-contrast"]) : axe).analyze();
        expect(violations.map(({ id, nodes }) => `${path}, ${sheet}: ${id}: ${nodes.map(({ target }) => target).join(" ")}`)).toEqual([]);
      }
    }
  });
}

test("axe finds nothing in the list of what waits, nor where a place is chosen, on desk and phone", async ({ page }) => {
  for (const [k, viewport] of Object.values(SIZES).entries()) {
    await page.setViewportSize(viewport);
    await page.goto("/cases/meadow-school-2026/walk", { waitUntil: "networkidle" });
    await page.route("**/api/changes", (route) =>
      route.request().postData()?.includes("gradeId")
        ? route.fulfill({ status: 404, contentType: "application/json", body: '{"error":"There is no such case"}' })
        : route.abort(),
    );
    const point = await openPoint(page, HEAT.id);
    await choose(gradeOf(point, [/^Watch/, /^Fix/, /^Stop/][k % 3]));
    await point.getByLabel("Note").fill(`chipped ${k}`);
    await point.getByLabel("Note").blur();
    const clean = async (what: string) => {
      const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
      expect(violations.map(({ id, nodes }) => `${what}: ${id}: ${nodes.map(({ target }) => target).join(" ")}`)).toEqual([]);
    };
    await page.getByRole("button", { name: /recorded on this device: \d+ needs? a look/ }).click();
    await expect(page.getByRole("region", { name: "Needs a look" })).toBeVisible();
    await page.getByRole("button", { name: "Change it" }).first().click();
    await clean("list");
    await page.getByRole("button", { name: "Close" }).click();
    await point.getByRole("button", { name: /^Place of/ }).click();
    await clean("places");
    await page.getByRole("button", { name: "Close" }).click();
    await page.getByRole("button", { name: /^Recorded \(/ }).click();
    await clean("recorded");
    await page.unroute("**/api/changes");
  }
});

test("the work can be done by keyboard alone", async ({ page }) => {
  await page.goto("/");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("link", { name: "Skip to the bench" })).toBeFocused();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("half since");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/larch-house-2026\/brief/);
  await page.keyboard.press("2");
  await expect(page).toHaveURL(/\/walk#/);
  const name = (await page.getByRole("article").getByRole("heading").first().textContent()) ?? "";
  const first = page.getByRole("article", { name });
  await page.keyboard.press("s");
  await expect(first).toBeHidden();
  await page.keyboard.press("k");
  await expect(gradeOf(first, /^Sound/)).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("w");
  await expect(gradeOf(first, /^Watch/)).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByText("All kept")).toBeVisible();
  await page.keyboard.press("5");
  await expect(page).toHaveURL(/\/diagnose$/);
  await page.getByRole("application", { name: /^Energy by day/ }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/of .* kWh ±\d+ %, \d+ %/)).toBeVisible();
  await page
    .getByRole("button", { name: /^How sure/ })
    .first()
    .focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("p = 1 / (1 + e^−(prior + Σ weights))")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: /^How sure/ }).first()).toBeFocused();
  await page
    .getByRole("complementary", { name: "Evidence ledger" })
    .getByRole("button", { name: /^Energy lost: String gives nothing, string s2/ })
    .press("Enter");
  await expect(page.getByText("so that the sums add up. More at Diagnose.")).toBeVisible();
});

test("the palette finds a station of any case from anywhere, by parts of words", async ({ page }) => {
  await page.goto("/", { waitUntil: "networkidle" });
  await page.keyboard.press("Control+k");
  await page.keyboard.type("larch diag");
  await expect(page.getByRole("option", { name: "Larch House, Obergrund: Diagnose" })).toHaveAttribute("aria-selected", "true");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/larch-house-2026\/diagnose$/);
});

test("photos lose their metadata and stand upright", async ({ page, request }) => {
  const sharp = (await import("sharp")).default;
  const sideways = await sharp({ create: { width: 400, height: 200, channels: 3, background: "#884422" } })
    .withExif({ IFD3: { GPSLatitudeRef: "N", GPSLatitude: "46/1 49/1 0/1" } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  const findingId = crypto.randomUUID();
  const photoId = crypto.randomUUID();
  const made = { caseId: "weir-barn-2026", pointId: "panel-meters", device: "access-test", madeMs: Date.now() };
  const change = { ...made, kind: "finding", id: crypto.randomUUID(), recordId: findingId, fields: { gradeId: "watch" } };
  expect((await request.post("/api/changes", { data: change })).status()).toBe(200);
  const photoOf = (id: string) => {
    const photo = { ...made, kind: "photo", id, recordId: id, findingId, fields: { removed: false } };
    return `/api/photos/${id}?change=${encodeURIComponent(JSON.stringify(photo))}`;
  };
  const put = () => request.put(photoOf(photoId), { data: sideways });
  expect((await put()).status()).toBe(200);
  expect((await put()).status()).toBe(200);
  for (const query of ["", "?small"]) {
    const kept = await sharp(await (await request.get(`/api/photos/${photoId}${query}`)).body()).metadata();
    expect(kept.width).toBeLessThan(kept.height as number);
    expect(kept.exif).toBeUndefined();
    expect(kept.orientation).toBeUndefined();
  }
  const refused = await request.put(photoOf(crypto.randomUUID()), { data: Buffer.from("no picture") });
  expect(refused.status()).toBe(400);
  expect((await refused.json()).error).toContain("isn't a whole picture");
  await page.goto("/cases/weir-barn-2026/hand-over");
  await expect(page.getByRole("img", { name: /Meters agree/ })).toHaveCount(1);
});
