import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type BrowserContext, chromium, type Page } from "@playwright/test";
import { demoFile, expect, newCase, test } from "./app";
import { stored, storedFindings } from "./stored";
import { choose, gradeOf, keptHere, pitchedRoofOf24 } from "./walk";

/* One visit with all that goes wrong on a roof: no network, no room, an empty battery, a server that dies. */
test.use({ file: "wholeWalk", serviceWorkers: "allow" });

const strip = (page: Page) => page.getByRole("button", { name: /^What was recorded on this device/ });
const sheetOf = (page: Page) => page.getByRole("article");

/** A browser with a profile that outlives it. */
const launch = (profile: string, baseURL: string | undefined): Promise<BrowserContext> =>
  chromium.launchPersistentContext(profile, {
    ...{ baseURL, executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-quic"] },
    ...{ viewport: { width: 390, height: 844 }, hasTouch: true },
  });

/** One touch for what is in order; the next point comes by itself. */
async function sound(page: Page, place: number, points: number): Promise<void> {
  await expect(sheetOf(page).getByText(`${place} of ${points}`)).toBeVisible();
  await gradeOf(sheetOf(page), /^Sound/)
    .first()
    .tap();
}

/** What isn't in order, with a photo; then on by the button. */
async function faulty(page: Page, place: number, points: number, photo: string): Promise<void> {
  await expect(sheetOf(page).getByText(`${place} of ${points}`)).toBeVisible();
  await choose(gradeOf(sheetOf(page), /^(Watch|Fix|Stop)/).first());
  await sheetOf(page)
    .getByLabel(/^Photo of/)
    .setInputFiles(photo);
  await expect(sheetOf(page).getByRole("img", { name: /view 1/ })).toBeVisible();
  await page.getByRole("button", { name: "Next point" }).tap();
}

/** Takes the room from a page's database, or gives it back. */
function room(page: Page, there: boolean): Promise<void> {
  return page.evaluate((free) => {
    const own = window as typeof window & { puts?: [IDBObjectStore["put"], IDBObjectStore["add"]] };
    own.puts ??= [IDBObjectStore.prototype.put, IDBObjectStore.prototype.add];
    const full = () => {
      throw new DOMException("no room", "QuotaExceededError");
    };
    [IDBObjectStore.prototype.put, IDBObjectStore.prototype.add] = free ? own.puts : [full, full];
  }, there);
}

test("a whole walk of 24 modules on a pitched roof by touch: no network from the first minute, storage full once, the browser closed in the middle, the server killed while it sends; nothing lost, nothing doubled", async ({
  page: desk,
  baseURL,
  demo,
}) => {
  const caseId = await newCase(desk, await pitchedRoofOf24(desk));
  const photo = demoFile(demo, "isolator.jpg");
  const profile = mkdtempSync(join(tmpdir(), "irradant-profile-"));
  const first = await launch(profile, baseURL);
  const page = await first.newPage();
  await page.goto(`/cases/${caseId}/walk`);
  await keptHere(page);
  await first.setOffline(true);
  await page
    .getByRole("group", { name: "Round" })
    .getByRole("button", { name: /^Whole/ })
    .tap();
  const heading = page.getByRole("heading", { name: /^Walk: / });
  const points = Number(/of (\d+)/.exec((await heading.textContent()) ?? "")?.[1]);
  expect(points).toBeGreaterThan(100);
  await page.getByRole("button", { name: "Begin" }).tap();
  const [full, closed] = [points >> 2, points >> 1];
  for (let place = 1; place <= closed; place++) {
    if (place === full) await room(page, false);
    if (place === full + 4) {
      await expect(strip(page)).toContainText("5 only on this page");
      await room(page, true);
    }
    if (place === full + 2 || place === closed) await faulty(page, place, points, photo);
    else await sound(page, place, points);
  }
  // Two of them with a photo; what the page alone held is on the device by now.
  await expect(strip(page)).toContainText(`${closed + 2} waiting`);
  await first.close();

  const second = await launch(profile, baseURL);
  await second.setOffline(true);
  const again = await second.newPage();
  await again.goto(`/cases/${caseId}/walk`);
  await expect(strip(again)).toContainText(`${closed + 2} waiting`);
  await again.getByRole("button", { name: "Go on" }).tap();
  for (let place = closed + 1; place <= points; place++) await sound(again, place, points);
  await expect(strip(again)).toContainText(`${points + 2} waiting`);
  // A page whose refresh meets the dead server is loaded anew by the application's framework: a call into it is lost then.
  const online = () => again.evaluate(() => window.dispatchEvent(new Event("online"))).catch(() => undefined);
  await second.setOffline(false);
  for (let k = 0; k < 3; k++) {
    await expect.poll(async () => (await storedFindings(demo, caseId)).length).toBeGreaterThan(((k + 1) * points) / 5);
    await demo.kill();
    await demo.start({ healthy: false });
    await online();
  }
  await again.goto(`/cases/${caseId}/walk`);
  await expect(strip(again)).toContainText("All kept", { timeout: 240_000 });
  const rows = await storedFindings(demo, caseId);
  expect(rows).toHaveLength(points);
  expect(new Set(rows.map(({ pointId }) => pointId)).size).toBe(points);
  expect(rows.filter(({ gradeId }) => gradeId === "")).toEqual([]);
  expect(rows.filter(({ photos }) => photos === 1)).toHaveLength(2);
  expect(await stored(demo, `SELECT id FROM photos WHERE findingId IN (SELECT id FROM findings WHERE caseId = '${caseId}')`)).toHaveLength(
    2,
  );
  await expect(again.getByRole("heading", { name: /^Walk: / })).toContainText(`${points} of ${points}`);
  await second.close();
  rmSync(profile, { recursive: true, force: true });
});
