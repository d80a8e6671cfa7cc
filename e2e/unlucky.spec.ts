import { mkdtempSync, rmSync } from "node:fs";
import { readFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type Browser, type BrowserContext, chromium, type Page } from "@playwright/test";
import { strToU8, zipSync } from "fflate";
import { type Demo, demoFile, expect, LARCH_CASE, newCase, test } from "./app";
import { stored, storedFindings } from "./stored";
import { choose, gradeOf, HEAT, keptHere, openPoint, pointSheet } from "./walk";

/*
 * What goes wrong on a roof: lines that break, strangers that answer, full phones, wrong clocks, two people. Nothing that was
 * recorded may get lost, doubled or hidden, and nothing may go wrong in silence.
 */
test.use({ file: "unlucky", viewport: { width: 390, height: 844 } });

const API = /\/api\//;
const strip = (page: Page) => page.getByRole("button", { name: /^What was recorded on this device/ });
const says = (page: Page, text: string | RegExp) => expect(strip(page)).toContainText(text);
/** What a week gathers takes its time to go out, more so on a machine that does other things too. */
const saysInTheEnd = (page: Page, text: string) => expect(strip(page)).toContainText(text, { timeout: 240_000 });
const online = (page: Page) => page.evaluate(() => window.dispatchEvent(new Event("online")));

/** A case of its own for each test. */
const ownCase = (page: Page) => newCase(page, "larch-house");

async function openWalk(page: Page, caseId: string): Promise<void> {
  await page.goto(`/cases/${caseId}/walk`, { waitUntil: "load" });
  await says(page, /All kept|waiting/);
  await openPoint(page, HEAT.id);
}

/** Another device, with a store of its own. */
function anotherDevice(browser: Browser, baseURL: string | undefined): Promise<BrowserContext> {
  return browser.newContext({ baseURL, viewport: { width: 820, height: 1180 }, serviceWorkers: "block" });
}

/** Grades the glass, with a note and a photo. */
async function record(page: Page, demo: Demo, note: string): Promise<void> {
  const point = await openPoint(page, HEAT.id);
  await choose(gradeOf(point, /^Fix/));
  await point.getByLabel("Note").fill(note);
  await point.getByLabel("Note").blur();
  await point.getByLabel("Photo of Heat marks on bar").setInputFiles(demoFile(demo, "isolator.jpg"));
  await expect(point.getByRole("img", { name: /view 1/ })).toBeVisible();
}

const found = (note: string, photos = 1) => [{ pointId: HEAT.id, gradeId: "fix", note, photos }];

test("a network's sign-in page that answers 200 to everything keeps nothing back and lets nothing go", async ({ page, demo }) => {
  const caseId = await ownCase(page);
  await openWalk(page, caseId);
  await page.route(API, (route) => route.fulfill({ status: 200, contentType: "text/html", body: "<html>Welcome! Sign in</html>" }));
  await record(page, demo, "seen behind a portal");
  await says(page, "3 waiting");
  await strip(page).click();
  await expect(page.getByText(/Something else than Irradant answered/).first()).toBeVisible();
  await page.getByRole("button", { name: "Close" }).click();
  expect(await storedFindings(demo, caseId)).toEqual([]);
  await page.unroute(API);
  await online(page);
  await says(page, "All kept");
  expect(await storedFindings(demo, caseId)).toEqual(found("seen behind a portal"));
});

for (const status of [400, 401, 403, 404, 408, 413, 429, 500, 502, 503]) {
  test(`an answer of ${status}, by Irradant or by something in between, loses nothing and says why`, async ({ page, demo }) => {
    const caseId = await ownCase(page);
    await openWalk(page, caseId);
    let own = true;
    const write = async (route: import("@playwright/test").Route) => {
      if (route.request().method() === "GET") return route.continue();
      return own
        ? route.fulfill({ status, contentType: "application/json", body: JSON.stringify({ error: `Turned away with ${status}` }) })
        : route.fulfill({ status, contentType: "text/html", body: "<html>Blocked</html>" });
    };
    await page.route(API, write);
    await record(page, demo, `status ${status}`);
    await says(page, /need|waiting/);
    await strip(page).click();
    await expect(page.getByText(new RegExp(`Turned away with ${status}`)).first()).toBeVisible();
    own = false;
    await page.getByRole("button", { name: "Send now" }).click();
    await expect(page.getByText(new RegExp(`Something else than Irradant answered.*${status}`)).first()).toBeVisible();
    await page.getByRole("button", { name: "Close" }).click();
    await page.reload();
    await expect(pointSheet(page, HEAT.title).getByLabel("Note")).toHaveValue(`status ${status}`);
    await page.unroute(API);
    await online(page);
    await says(page, "All kept");
    expect(await storedFindings(demo, caseId)).toEqual(found(`status ${status}`));
  });
}

test("a spoiled picture at the head and an unknown case hold up nothing, stay, and are told apart", async ({ page, demo }) => {
  const caseId = await ownCase(page);
  await openWalk(page, caseId);
  // Its ends are whole and its middle is not: only a decoder can tell.
  const spoiled = Buffer.concat([
    Buffer.from([0xff, 0xd8, 0xff, 0xda, 0x00, 0x08, 0x01, 0x01, 0x00, 0x00, 0x3f, 0x00]),
    Buffer.alloc(3000, 0x55),
    Buffer.from([0xff, 0xd9]),
  ]);
  await page.route(API, (route) => route.abort());
  const point = pointSheet(page, HEAT.title);
  await gradeOf(point, /^Fix/).click();
  await point.getByLabel("Photo of Heat marks on bar").setInputFiles({ name: "a.jpg", mimeType: "image/jpeg", buffer: spoiled });
  await point.getByLabel("Photo of Heat marks on bar").setInputFiles(demoFile(demo, "isolator.jpg"));
  await expect(point.getByRole("img", { name: /view 2/ })).toBeVisible();
  await gradeOf(await openPoint(page, "panel-meters"), /They disagree/).click();
  await page.unroute(API);
  await online(page);
  await says(page, "1 needs a look");
  await openPoint(page, HEAT.id);
  await expect(point.getByText(/refused: This file isn't a whole picture/)).toBeVisible();
  await expect.poll(async () => (await storedFindings(demo, caseId)).map(({ photos }) => photos)).toEqual([1, 0]);
  await strip(page).click();
  const look = page.getByRole("region", { name: "Needs a look" });
  await expect(look.getByText(/Refused: This file isn't a whole picture/)).toBeVisible();
  await look.getByRole("button", { name: "Let go" }).click();
  await expect(page.getByRole("region", { name: "Let go" }).getByRole("button", { name: "Bring back" })).toBeVisible();
  await page.getByRole("button", { name: "Close" }).click();
  await says(page, "All kept");

  // What waited for a case that isn't here, taken in from a file, is refused with why, and said anew for the right one.
  const lost = { id: crypto.randomUUID(), recordId: crypto.randomUUID(), caseId: "gone", kind: "finding", pointId: "panel-meters" };
  const change = {
    ...lost,
    device: "another-phone",
    deviceName: "Old phone",
    author: "A. Gruber",
    madeMs: Date.now(),
    fields: { gradeId: "watch" },
  };
  const list = { format: "irradant-field/1", entries: [{ change, keptAtMs: Date.now(), picture: null }] };
  const buffer = Buffer.from(zipSync({ "entries.json": strToU8(JSON.stringify(list)) }));
  await strip(page).click();
  await page.getByLabel("A file of what waited on a device").setInputFiles({ name: "field.zip", mimeType: "application/zip", buffer });
  await expect(look.getByText('Refused: There is no case "gone"')).toBeVisible();
  await look.getByRole("button", { name: "Change it" }).click();
  await look.getByLabel("Case").fill(caseId);
  await look.getByRole("button", { name: "Send it so" }).click();
  await page.getByRole("button", { name: "Close" }).click();
  await says(page, "All kept");
  expect((await storedFindings(demo, caseId)).map(({ gradeId }) => gradeId)).toEqual(["fix", "fix", "watch"]);
});

test("two tabs of one phone send each thing once, and each shows what the other records", async ({ page, context, demo }) => {
  const caseId = await ownCase(page);
  const other = await context.newPage();
  await openWalk(page, caseId);
  await openWalk(other, caseId);
  await context.route(API, (route) => route.abort());
  await record(page, demo, "from the first tab");
  await expect(pointSheet(other, HEAT.title).getByLabel("Note")).toHaveValue("from the first tab");
  await gradeOf(await openPoint(other, "panel-meters"), /They disagree/).click();
  await says(page, "4 waiting");
  await context.unroute(API);
  await Promise.all([online(page), online(other), online(page), online(other)]);
  await says(page, "All kept");
  await says(other, "All kept");
  expect(await storedFindings(demo, caseId)).toEqual([
    ...found("from the first tab"),
    expect.objectContaining({ gradeId: "fix", photos: 0 }),
  ]);
  const [{ id }] = await stored<{ id: string }>(
    demo,
    `SELECT photos.id FROM photos JOIN findings ON findings.id = findingId WHERE caseId = '${caseId}'`,
  );
  expect((await page.request.get(`/api/photos/${id}`)).status()).toBe(200);
});

test("two people in one case: what one records the other sees without a reload, and what both did without a network stands", async ({
  page,
  browser,
  baseURL,
  demo,
}) => {
  const caseId = await ownCase(page);
  const colleague = await anotherDevice(browser, baseURL);
  const tablet = await colleague.newPage();
  await openWalk(page, caseId);
  await openWalk(tablet, caseId);
  for (const [one, name] of [
    [page, "Jana Moser"],
    [tablet, "A. Gruber"],
  ] as const) {
    await one.getByRole("button", { name: "All points" }).click();
    await one.getByLabel("Your name, so that it's known who saw what").fill(name);
    await openPoint(one, "ground-rows");
    await openPoint(one, HEAT.id);
  }
  await record(page, demo, "corner chipped");
  const [mine, theirs] = [pointSheet(page, HEAT.title), pointSheet(tablet, HEAT.title)];
  await expect(theirs.getByLabel("Note")).toHaveValue("corner chipped");
  await expect(theirs.getByText(/by Jana Moser/).first()).toBeVisible();
  await expect(theirs.getByRole("img", { name: /view 1/ })).toBeVisible();

  // Without a network one changes the grade, the other the note, and each finds something of its own at the same point.
  await page.route(API, (route) => route.abort());
  await tablet.route(API, (route) => route.abort());
  await mine.getByLabel("Note").fill("corner chipped, cell cracked");
  await mine.getByLabel("Note").blur();
  await gradeOf(theirs, /^Stop/).click();
  await mine.getByRole("button", { name: "Another one here" }).click();
  await gradeOf(mine, /^Watch/).click();
  await theirs.getByRole("button", { name: "Another one here" }).click();
  await gradeOf(theirs, /^Sound/).click();
  await says(page, "2 waiting");
  await says(tablet, "2 waiting");
  for (const one of [page, tablet]) {
    await one.unroute(API);
    await online(one);
    await says(one, "All kept");
  }
  expect(await storedFindings(demo, caseId)).toEqual([
    { pointId: HEAT.id, gradeId: "stop", note: "corner chipped, cell cracked", photos: 1 },
    expect.objectContaining({ gradeId: "watch" }),
    expect.objectContaining({ gradeId: "sound" }),
  ]);
  for (const point of [mine, theirs]) await expect(point.getByRole("list", { name: /^Found at/ }).getByRole("listitem")).toHaveCount(3);
  await theirs
    .getByRole("list", { name: /^Found at/ })
    .getByRole("button")
    .first()
    .click();
  await theirs.getByText(/corrections$/).click();
  await expect(theirs.getByText(/by Jana Moser \(device \w{4}\): “corner chipped, cell cracked”/)).toBeVisible();
  await expect(theirs.getByText(/by A\. Gruber \(device \w{4}\): Melted/)).toBeVisible();

  // The brief field by field.
  await page.goto(`/cases/${caseId}/brief`);
  await tablet.goto(`/cases/${caseId}/brief`);
  await page.getByLabel("Hazards").fill("Loose tiles");
  await tablet.getByLabel("Access").fill("Ladder in the barn");
  for (const one of [page, tablet]) {
    await expect(one.getByLabel("Hazards")).toHaveValue("Loose tiles");
    await expect(one.getByLabel("Access")).toHaveValue("Ladder in the barn");
    await expect(one.getByText(/by A. Gruber/)).toBeVisible();
  }
  await colleague.close();
});

test("requests that come late, twice and in the wrong order leave what was typed last", async ({ page, demo }) => {
  const caseId = await ownCase(page);
  await openWalk(page, caseId);
  const bodies: string[] = [];
  await page.route("**/api/changes", async (route) => {
    bodies.push(route.request().postData() as string);
    await route.abort();
  });
  const point = pointSheet(page, HEAT.title);
  await gradeOf(point, /^Fix/).click();
  for (const note of ["first", "second"]) {
    await point.getByLabel("Note").fill(note);
    await point.getByLabel("Note").blur();
    await online(page);
    await expect.poll(() => bodies.some((body) => body.includes(`"${note}"`))).toBe(true);
  }
  await point.getByRole("button", { name: "Take back" }).click();
  await page.unroute("**/api/changes");
  await online(page);
  await says(page, "All kept");
  // The broken-off ones had hung somewhere and come in after all, the oldest last.
  for (const body of [...bodies].reverse())
    await page.request.post("/api/changes", { data: body, headers: { "content-type": "application/json" } });
  expect(await storedFindings(demo, caseId)).toEqual([]);
  await page.getByRole("button", { name: "Let it stand again" }).click();
  await says(page, "All kept");
  expect(await storedFindings(demo, caseId)).toEqual(found("second", 0));
});

test("a clock that is set back reorders nothing", async ({ page, context, demo }) => {
  const caseId = await ownCase(page);
  await context.addInitScript(() => {
    const back = Number(localStorage.getItem("set-back") ?? 0);
    const now = Date.now;
    Date.now = () => now() - back;
  });
  await openWalk(page, caseId);
  await page.route(API, (route) => route.abort());
  await record(page, demo, "before");
  await says(page, "3 waiting");
  await page.evaluate(() => localStorage.setItem("set-back", String(5 * 3_600_000)));
  await page.reload();
  const point = pointSheet(page, HEAT.title);
  await expect(point.getByLabel("Note")).toHaveValue("before");
  await point.getByLabel("Note").fill("after");
  await point.getByLabel("Note").blur();
  await says(page, "4 waiting");
  await page.reload();
  await expect(point.getByLabel("Note")).toHaveValue("after");
  await page.unroute(API);
  await online(page);
  await says(page, "All kept");
  expect(await storedFindings(demo, caseId)).toEqual(found("after"));
});

const DENIED: [string, () => void, string][] = [
  [
    "is full",
    () => {
      const full = () => {
        throw new DOMException("no room", "QuotaExceededError");
      };
      IDBObjectStore.prototype.put = full;
      IDBObjectStore.prototype.add = full;
      Storage.prototype.setItem = full;
    },
    "has no room left",
  ],
  [
    "is denied",
    () => {
      Object.defineProperty(window, "indexedDB", {
        get: () => {
          throw new DOMException("denied", "SecurityError");
        },
      });
      Object.defineProperty(window, "localStorage", {
        get: () => {
          throw new DOMException("denied", "SecurityError");
        },
      });
    },
    "keeps nothing",
  ],
];
for (const [what, deny, words] of DENIED) {
  test(`on a device whose storage ${what} things are sent at once, and an alarm says so`, async ({ page, context, demo }) => {
    const caseId = await ownCase(page);
    await context.addInitScript(deny);
    await page.goto(`/cases/${caseId}/walk`, { waitUntil: "networkidle" });
    await record(page, demo, "kept by the server alone");
    await expect.poll(() => storedFindings(demo, caseId)).toEqual(found("kept by the server alone"));
    await says(page, "Keeps nothing");
    await page.route(API, (route) => route.abort());
    await gradeOf(await openPoint(page, "panel-meters"), /They disagree/).click();
    await says(page, "1 only on this page");
    await strip(page).click();
    await expect(page.getByRole("dialog").getByRole("alert")).toContainText(words);
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: "Carry out as a file" }).click();
    expect(await (await download).path()).toBeTruthy();
    await page.unroute(API);
    await page.getByRole("button", { name: "Send now" }).click();
    await expect.poll(async () => (await storedFindings(demo, caseId)).length).toBe(2);
  });
}

test("a server that is killed while it receives has everything in the end, once", async ({ page, demo }) => {
  const caseId = await ownCase(page);
  await openWalk(page, caseId);
  await page.route(API, (route) => route.abort());
  const points = ["ground-rows", HEAT.id, "panel-meters", "inverter-report", "edge-access"];
  for (const id of points) {
    const point = await openPoint(page, id);
    await choose(gradeOf(point, /^Watch/));
    await point.getByLabel(/^Photo of/).setInputFiles(demoFile(demo, "isolator.jpg"));
  }
  await says(page, "10 waiting");
  await page.unroute(API);
  // A page whose refresh meets the dead server is loaded anew by the application's framework: a call into it is lost then.
  const again = () => online(page).catch(() => undefined);
  const sending = again();
  for (let k = 0; k < 4; k++) {
    await new Promise((resolve) => setTimeout(resolve, 150 + 120 * k));
    await demo.kill();
    await demo.start({ healthy: false });
    await again();
  }
  await sending;
  await openWalk(page, caseId);
  await again();
  await says(page, "All kept");
  const rows = await storedFindings(demo, caseId);
  expect(rows).toHaveLength(points.length);
  for (const { photos } of rows) expect(photos).toBe(1);
  for (const { id } of await stored<{ id: string }>(demo, "SELECT id FROM photos"))
    expect((await page.request.get(`/api/photos/${id}`)).status()).toBe(200);
});

test("a hundred findings and fifty photos of a week without a network go out in order, or leave as a file and go in elsewhere", async ({
  page,
  browser,
  baseURL,
  demo,
}) => {
  const caseId = await ownCase(page);
  await openWalk(page, caseId);
  await page.route(API, (route) => route.abort());
  await page.clock.install();
  const point = pointSheet(page, HEAT.title);
  for (let k = 0; k < 100; k++) {
    if (k > 0) await point.getByRole("button", { name: "Another one here" }).click();
    await choose(gradeOf(point, [/^Watch/, /^Fix/, /^Stop/][k % 3]));
    if (k % 2 === 0) await point.getByLabel("Photo of Heat marks on bar").setInputFiles(demoFile(demo, "isolator.jpg"));
    if (k % 15 === 0) await page.clock.fastForward("24:00:00");
  }
  await says(page, "150 waiting");
  await page.reload();
  await says(page, "150 waiting");
  await strip(page).click();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Carry out as a file" }).click();
  const file = await (await download).path();

  const office = await anotherDevice(browser, baseURL);
  const desk = await office.newPage();
  await desk.goto(`/cases/${caseId}/walk`, { waitUntil: "networkidle" });
  await strip(desk).click();
  await desk
    .getByLabel("A file of what waited on a device")
    .setInputFiles({ name: "field.zip", mimeType: "application/zip", buffer: await readFile(file) });
  await expect(desk.getByText(/150 taken in/)).toBeVisible();
  await desk.getByRole("button", { name: "Close" }).click();
  await saysInTheEnd(desk, "All kept");
  const whole = async () => {
    const rows = await storedFindings(demo, caseId);
    return [rows.length, rows.reduce((sum, { photos }) => sum + photos, 0)];
  };
  expect(await whole()).toEqual([100, 50]);
  await office.close();

  // The phone comes back and sends the same.
  await page.getByRole("button", { name: "Close" }).click();
  await page.unroute(API);
  await online(page);
  await saysInTheEnd(page, "All kept");
  expect(await whole()).toEqual([100, 50]);
  await expect(point.getByRole("list", { name: /^Found at/ }).getByRole("listitem")).toHaveCount(100);
});

test.describe("pages without a network", () => {
  test.use({ serviceWorkers: "allow" });

  async function tour(page: Page): Promise<void> {
    for (const [station, heading] of [
      ["Brief", "Complaint, in the owner's words"],
      ["Compare", "String gives nothing"],
      ["Diagnose", "String gives nothing"],
      ["Hand over", "Service report"],
      ["Walk", "points seen"],
    ]) {
      await page.getByRole("link", { name: station, exact: true }).click();
      await expect(page.locator("main").getByText(heading).first()).toBeVisible();
      await expect(page.getByText("No connection.")).toBeVisible();
    }
  }

  test("a case opens, reloads and leads to its stations, says how old they are, and what is recorded goes out later", async ({
    page,
    context,
    demo,
  }) => {
    await page.goto(`${LARCH_CASE}/walk`);
    await keptHere(page);
    await context.setOffline(true);
    await page.reload();
    await expect(page.getByText(/This page is as it stood (just now|\d+ min ago)/)).toBeVisible();
    await record(page, demo, "seen without a network");
    await tour(page);
    await page.reload();
    await says(page, "3 waiting");
    await expect((await openPoint(page, HEAT.id)).getByLabel("Note")).toHaveValue("seen without a network");
    await page.goto("/cases/weir-barn-2026/walk");
    await expect(page.getByText("This page isn't kept on this device.")).toBeVisible();
    await page.getByRole("link", { name: /Makes about half since spring/ }).click();
    await expect(page.locator("main").getByLabel("Complaint, in the owner's words")).toHaveValue(/about half/);
    await context.setOffline(false);
    await says(page, "All kept");
    await expect(page.getByText("No connection.")).toBeHidden();
    expect((await storedFindings(demo, "larch-house-2026")).filter(({ note }) => note === "seen without a network")).toHaveLength(1);
  });

  test("a sign-in page or a failing server in place of pages gives way to the kept ones, which it never replaces", async ({
    page,
    context,
    demo,
  }) => {
    await page.goto(`${LARCH_CASE}/walk`);
    await keptHere(page);
    await demo.kill();
    await page.reload();
    await expect(page.getByText("No connection.")).toBeVisible();
    const portal = await strangerAt(demo);
    await page.reload();
    await expect(page.getByText("points seen")).toBeVisible();
    await page.getByRole("link", { name: "Brief", exact: true }).click();
    await expect(page.locator("main").getByLabel("Complaint, in the owner's words")).toHaveValue(/about half/);
    await portal.close();
    await demo.start();
    await expect(page.getByText("No connection.")).toBeHidden();
    await context.close();
  });

  test("the browser closed and opened again still has the case and all that waits", async ({ baseURL }) => {
    const profile = mkdtempSync(join(tmpdir(), "irradant-profile-"));
    const launch = (): Promise<BrowserContext> =>
      chromium.launchPersistentContext(profile, {
        ...{
          baseURL,
          executablePath: "/usr/bin/chromium",
          args: ["--no-sandbox", "--disable-quic"],
          viewport: { width: 390, height: 844 },
        },
      });
    const first = await launch();
    const page = await first.newPage();
    await page.goto(`${LARCH_CASE}/walk`);
    await keptHere(page);
    await first.setOffline(true);
    await gradeOf(await openPoint(page, "edge-access"), /Safe with two people/).click();
    await says(page, "1 waiting");
    await first.close();
    const second = await launch();
    await second.setOffline(true);
    const again = await second.newPage();
    await again.goto(`${LARCH_CASE}/walk`);
    await says(again, "1 waiting");
    await expect(gradeOf(await openPoint(again, "edge-access"), /Safe with two/)).toHaveAttribute("aria-pressed", "true");
    await second.setOffline(false);
    await says(again, "All kept");
    await second.close();
    rmSync(profile, { recursive: true, force: true });
  });
});

/** Something else that listens where the server did, and welcomes everybody. */
async function strangerAt(demo: Demo): Promise<{ close: () => Promise<void> }> {
  const { createServer } = await import("node:http");
  const server = createServer((_, response) => response.setHeader("content-type", "text/html").end("<html>Welcome! Sign in</html>"));
  await new Promise<void>((resolve) => server.listen(Number(new URL(demo.address).port), "127.0.0.1", resolve));
  return {
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}
