import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { demoFile, expect, LARCH_CASE, newCase, test } from "./app";
import { stored, storedFindings } from "./stored";
import { choose, gradeOf, openFromBelow, openPoint, pitchedRoofOf24, pointSheet } from "./walk";

/* The walk as it is walked: by thumb on a phone, by keys at a desk, point after point. */
test.use({ file: "walk" });

const strip = (page: Page) => page.getByRole("button", { name: /^What was recorded on this device/ });
const allKept = (page: Page) => expect(strip(page)).toContainText("All kept", { timeout: 120_000 });
const progress = (page: Page) => page.getByRole("heading", { name: /^Walk: / });
const round = (page: Page, name: "Quick" | "Whole") =>
  page.getByRole("group", { name: "Round" }).getByRole("button", { name: new RegExp(`^${name}`) });

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("two phones without a network share a walk, and each has all of it afterwards", async ({ page, browser, baseURL, demo }) => {
    // In the field nobody waits for what the other has said of the ladder.
    const caseId = await newCase(page, "meadow-school");
    const other = await (
      await browser.newContext({ baseURL, viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: "block" })
    ).newPage();
    const phones = [page, other];
    const EACH = 14;
    let points = 0;
    for (const phone of phones) {
      await phone.goto(`/cases/${caseId}/walk`, { waitUntil: "networkidle" });
      await round(phone, "Whole").tap();
      points = Number(/of (\d+)/.exec((await progress(phone).textContent()) ?? "")?.[1]);
      await phone.route(/\/api\//, (route) => route.abort());
    }
    const gradeFrom = async (phone: Page, first: number) => {
      const sheet = phone.getByRole("article");
      await phone.getByRole("button", { name: "Begin" }).tap();
      for (let k = 0; k < first; k++) {
        await expect(sheet.getByText(`${k + 1} of ${points}`)).toBeVisible();
        await phone.getByRole("button", { name: "Next point" }).tap();
      }
      for (let k = first; k < first + EACH; k++) {
        await expect(sheet.getByText(`${k + 1} of ${points}`)).toBeVisible();
        await gradeOf(sheet, /^Sound/)
          .first()
          .tap();
      }
    };
    // The second begins where the first will stop, but for one point that both look at.
    await gradeFrom(page, 0);
    await gradeFrom(other, EACH - 1);
    for (const phone of phones) {
      await expect(strip(phone)).toContainText(`${EACH} waiting`);
      await phone.unroute(/\/api\//);
      await phone.evaluate(() => window.dispatchEvent(new Event("online")));
      await allKept(phone);
    }
    for (const phone of phones) await expect(progress(phone)).toContainText(`${2 * EACH - 1} of ${points}`);
    const rows = await storedFindings(demo, caseId);
    expect(rows).toHaveLength(2 * EACH);
    expect(new Set(rows.map(({ pointId }) => pointId)).size).toBe(2 * EACH - 1);
  });

  test("a touch too much is led back from, and what is in the way isn't under the thumb", async ({ page }) => {
    await page.goto(`${LARCH_CASE}/walk#isolator-top`, { waitUntil: "networkidle" });
    const first = pointSheet(page, "No cable entry from the top outdoors");
    for (const target of await first.locator("button, summary, label:has(input[type=file])").all())
      expect((await target.boundingBox())?.height ?? 0).toBeGreaterThanOrEqual(44);
    await gradeOf(first, /^Sound/).tap();
    await expect(first).toBeHidden();
    await page.getByRole("button", { name: /^Back to No cable entry/ }).tap();
    await expect(gradeOf(first, /^Sound/)).toHaveAttribute("aria-pressed", "true");
    // Put right afterwards it stays where it is.
    await choose(gradeOf(first, /^Fix/));
    await first.getByRole("button", { name: "Take back" }).tap();
    await allKept(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
  });

  test("a swipe goes to the next point and back; a scroll doesn't, and at twice the size nothing is cut off", async ({ page }) => {
    await page.goto(`${LARCH_CASE}/walk#breaker-on`, { waitUntil: "networkidle" });
    const swipe = (from: [number, number], to: [number, number]) =>
      page.getByRole("article").evaluate(
        (sheet, [start, end]) => {
          const touch = ([clientX, clientY]: number[]) => new Touch({ identifier: 1, target: sheet, clientX, clientY });
          const at = (type: string, point: number[], down: boolean) =>
            sheet.dispatchEvent(
              new TouchEvent(type, { bubbles: true, touches: down ? [touch(point)] : [], changedTouches: [touch(point)] }),
            );
          at("touchstart", start, true);
          at("touchend", end, false);
        },
        [from, to],
      );
    await swipe([300, 400], [150, 410]);
    await expect(pointSheet(page, "Heat marks on bar")).toBeVisible();
    await swipe([200, 400], [190, 200]);
    await expect(pointSheet(page, "Heat marks on bar")).toBeVisible();
    await swipe([100, 400], [300, 390]);
    await expect(pointSheet(page, "Feed breaker on")).toBeVisible();
    // A screen of 640 px at 200 % is one of 320 px.
    await page.setViewportSize({ width: 320, height: 640 });
    for (const hash of ["#rail-overhang", "#isolator-wet", "#parts"]) {
      await page.goto(`${LARCH_CASE}/walk${hash}`, { waitUntil: "networkidle" });
      expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth), hash).toBeLessThanOrEqual(0);
    }
    await page.getByRole("button", { name: "Plan", exact: true }).tap();
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
  });

  test("axe finds nothing at a point with a value and a sum, in either sheet", async ({ page }) => {
    await page.goto(`${LARCH_CASE}/walk#rail-overhang`, { waitUntil: "networkidle" });
    await page.getByText("Work it out: rail overhang").tap();
    for (const sheet of ["light", "dark"]) {
      await page.evaluate((name) => document.documentElement.setAttribute("data-sheet", name), sheet);
      const { violations } = await new AxeBuilder({ page })
        .withTags(["wcag2a", "wcag2aa", "wcag2aaa", "wcag21aa"])
        .include("article")
        .analyze();
      expect(violations.map(({ id, nodes }) => `${sheet}: ${id}: ${nodes.map(({ target }) => target).join(" ")}`)).toEqual([]);
    }
  });
});

test("a quick round by keyboard alone at the desk, where several ways are sound one is chosen by arrows", async ({ page, demo }) => {
  const caseId = await newCase(page, "weir-barn");
  await page.goto(`/cases/${caseId}/walk`, { waitUntil: "networkidle" });
  await expect(progress(page)).toContainText("0 of 20");
  const sheet = page.getByRole("article");
  for (let k = 1; k <= 20; k++) {
    await expect(sheet.getByText(`${k} of 20`)).toBeVisible();
    await page.keyboard.press("s");
    // Of several ways the first is under the cursor now.
    if ((await gradeOf(sheet, /^Sound/).count()) > 1 && (await sheet.getByText(`${k} of 20`).isVisible()))
      await page.keyboard.press("Enter");
  }
  await expect(progress(page)).toContainText("20 of 20");
  await page.keyboard.press("k");
  await page.keyboard.press("n");
  await expect(sheet.getByText("Why not?")).toBeVisible();
  await allKept(page);
  const rows = await storedFindings(demo, caseId);
  expect(rows).toHaveLength(20);
  expect(rows.filter(({ gradeId }) => gradeId === "not-seen")).toHaveLength(1);
});

test("a whole walk by keyboard alone at the desk, each point once", async ({ page, demo }) => {
  const caseId = await newCase(page, await pitchedRoofOf24(page));
  await page.goto(`/cases/${caseId}/walk`, { waitUntil: "networkidle" });
  await round(page, "Whole").focus();
  await page.keyboard.press("Enter");
  const points = Number(/of (\d+)/.exec((await progress(page).textContent()) ?? "")?.[1]);
  expect(points).toBeGreaterThan(100);
  const sheet = page.getByRole("article");
  for (let k = 1; k <= points; k++) {
    await expect(sheet.getByText(`${k} of ${points}`)).toBeVisible();
    const ways = await gradeOf(sheet, /^Sound/).count();
    await page.keyboard.press("s");
    // Of several ways the first is under the cursor now.
    if (ways > 1) await page.keyboard.press("Enter");
  }
  await expect(progress(page)).toContainText(`${points} of ${points}`);
  await allKept(page);
  const rows = await storedFindings(demo, caseId);
  expect(rows).toHaveLength(points);
  expect(new Set(rows.map(({ pointId }) => pointId)).size).toBe(points);
});

test("where a site has a field and a roof, what is in order in the field is still to be looked at on the roof", async ({ page, demo }) => {
  const caseId = await newCase(page, await pitchedRoofOf24(page, true));
  await page.goto(`/cases/${caseId}/walk`, { waitUntil: "networkidle" });
  await round(page, "Whole").click();
  const title = "Mid clamps seated and tight";
  await gradeOf(await openPoint(page, "field.clamps-mid"), /^Sound/).click();
  const roof = await openPoint(page, "roof.clamps-mid");
  await expect(roof.getByText("At the array on the roof")).toBeVisible();
  await expect(roof.getByRole("button", { name: "Nobody goes up: looked at from below" })).toBeVisible();
  const list = page.getByRole("navigation", { name: "Points of the walk" });
  const mark = (place: string) => list.getByRole("region", { name: place, exact: true }).getByRole("button", { name: title });
  const open = { name: "not looked at yet" };
  await expect(mark("At the array on the roof").getByRole("img", open)).toBeVisible();
  await expect(mark("At the array in the field").getByRole("img", open)).toHaveCount(0);
  await allKept(page);
  const rows = await stored<{ fields: string }>(demo, `SELECT fields FROM changes WHERE caseId = '${caseId}' AND kind = 'finding'`);
  expect(rows.map(({ fields }) => JSON.parse(fields))).toEqual([{ gradeId: "sound", part: "field" }]);
});

test("what is read and worked out at a point helps to grade it, survives a reload, and stands in the report", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const point = await openFromBelow(page, "rail-overhang");
  await point.getByLabel("Overhang, mm").fill("410");
  await point.getByText("Work it out: rail overhang").click();
  await point.getByLabel("Span between mounts, mm").fill("1200");
  await expect(point.getByText(/^Doesn't hold\./)).toContainText("410 mm is 10 mm over 400 mm");
  await point.getByRole("button", { name: /^Allowed overhang: 400 mm/ }).click();
  await expect(page.getByRole("dialog")).toContainText("limit = span × share");
  await page.keyboard.press("Escape");
  await allKept(page);
  await page.reload();
  await expect(point.getByLabel("Overhang, mm")).toHaveValue("410");
  await expect(point.getByLabel("Span between mounts, mm")).toHaveValue("1200");
  await choose(gradeOf(point, /^Fix/));
  await point.getByLabel("Overhang, mm").fill("41000");
  await expect(point.getByRole("alert")).toContainText("Can't be: expected 0 to 5000 mm");
  await point.getByLabel("Overhang, mm").fill("430");
  await allKept(page);
  await page.goto(`${LARCH_CASE}/hand-over`, { waitUntil: "networkidle" });
  const seen = page.getByRole("region", { name: "What was seen" });
  await expect(seen.getByText(/Over the limit, 430 mm/)).toBeVisible();
});

test("the same at three more modules is three findings more, taken back together and undone", async ({ page, demo }) => {
  const caseId = await newCase(page, "larch-house");
  await page.goto(`/cases/${caseId}/walk`, { waitUntil: "networkidle" });
  const point = await openFromBelow(page, "clamps-mid");
  await choose(gradeOf(point, /^Watch/));
  await point.getByLabel("Note").fill("turned by hand");
  await point.getByLabel("Note").blur();
  await point.getByRole("button", { name: /^The same at other places/ }).click();
  for (const module of ["s1.03", "s1.04", "s2.05"]) await page.getByRole("button", { name: `module ${module}`, exact: true }).click();
  await page.getByRole("button", { name: "Record at 3 places" }).click();
  const found = point.getByRole("list", { name: /^Found at/ }).getByRole("listitem");
  await expect(found).toHaveCount(4);
  await allKept(page);
  const rows = (await storedFindings(demo, caseId)).filter(({ pointId }) => pointId === "clamps-mid");
  expect(rows.map(({ gradeId, note }) => [gradeId, note])).toEqual(Array.from({ length: 4 }, () => ["watch", "turned by hand"]));
  await point.getByRole("button", { name: "Take all 4 back" }).click();
  await expect(found).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(found).toHaveCount(4);
  await page.getByRole("button", { name: "Recorded (5)" }).click();
  await page.getByLabel("Find by words").fill("s2.05");
  await expect(page.getByRole("button", { name: "Mid clamps seated and tight" })).toHaveCount(1);
});

test("nobody grades what lies on a roof before anchor, ladder, ice, wind and heat are answered, and wind that is too strong forbids it", async ({
  page,
}) => {
  const caseId = await newCase(page, "steep-barn");
  await page.goto(`/cases/${caseId}/walk`, { waitUntil: "networkidle" });
  const sheet = await openPoint(page, "clamps-mid");
  const held = sheet.getByRole("region", { name: "Before anyone goes up" });
  await expect(held.getByRole("listitem")).toHaveCount(5);
  await page.keyboard.press("s");
  await expect(progress(page)).toContainText(/^Walk: 0 of/);
  for (const answer of ["Safe today", "Dry and clean under the foot", "Under 40 °C"])
    await held.getByRole("button", { name: answer }).click();
  await held.getByRole("button", { name: /^Ladder: angle/ }).click();
  await expect(page.getByRole("button", { name: "Back to Mid clamps seated and tight" })).toBeVisible();
  await gradeOf(pointSheet(page, "Ladder: angle"), /^Sound/).click();
  // It leads back to the point that waits for it.
  await expect(sheet).toBeVisible();
  await gradeOf(await openPoint(page, "wind-now"), /^Stop/).click();
  await openPoint(page, "clamps-mid");
  await expect(held.getByRole("listitem")).toHaveCount(1);
  await expect(held).toContainText("come down");
  await expect(gradeOf(sheet, /^Sound/)).toHaveCount(0);
  // What can't be reached is said all the same, and from below one still looks.
  await expect(gradeOf(sheet, "Not seen")).toBeVisible();
  await held.getByRole("button", { name: "Nobody goes up: looked at from below" }).click();
  await choose(gradeOf(sheet, /^Watch/));
  await allKept(page);
  await openPoint(page, "insulation-test");
  await expect(page.getByRole("region", { name: "Before anything is opened" })).toContainText("Prove dead before touch");
});

test("what the as-built lacks is asked once, changes the walk without a network, and stands in the as-built afterwards", async ({
  page,
}) => {
  const caseId = await newCase(page, "weir-barn");
  await page.goto(`/cases/${caseId}/walk`, { waitUntil: "networkidle" });
  await page.route(/\/api\//, (route) => route.abort());
  const sheet = await openPoint(page, "run-way");
  const asked = sheet.getByRole("region", { name: "What is here?" });
  await expect(page.getByRole("button", { name: "Weep holes at low points" })).toHaveCount(1);
  await asked.getByRole("button", { name: "No conduit" }).click();
  await expect(page.getByRole("button", { name: "Weep holes at low points" })).toHaveCount(0);
  await asked.getByRole("button", { name: "Metal conduit" }).click();
  await expect(page.getByRole("button", { name: "Weep holes at low points" })).toHaveCount(1);
  await page.unroute(/\/api\//);
  await page.evaluate(() => window.dispatchEvent(new Event("online")));
  await allKept(page);
  const described = async () => (await (await page.request.get("/api/sites/weir-barn/file")).json()) as { plant?: { conduit?: string } };
  expect((await described()).plant?.conduit).toBe("metal");
  await page.reload({ waitUntil: "networkidle" });
  await openPoint(page, "run-way");
  await expect(asked).toBeHidden();
  // It can be said otherwise at any time.
  await page.getByText(/^What is here: \d+ of \d+ said/).click();
  await page.getByRole("group", { name: "In what do the conductors come down?" }).getByRole("button", { name: "Plastic conduit" }).click();
  await allKept(page);
  await expect.poll(async () => (await described()).plant?.conduit).toBe("plastic");
});

test("what wasn't seen says why, what isn't here isn't missed", async ({ page }) => {
  const CASE = "/cases/steep-barn-2026";
  await page.goto(`${CASE}/walk#torque-marks`, { waitUntil: "networkidle" });
  const torque = pointSheet(page, "Torque marks moved");
  await gradeOf(torque, "Not seen").click();
  await torque.getByRole("button", { name: "can't be reached" }).click();
  await expect(torque).toBeHidden();
  await gradeOf(await openPoint(page, "run-splice"), "Not here").click();
  await gradeOf(await openPoint(page, "ground-rows"), /^Sound/).click();
  await allKept(page);
  await page.getByRole("button", { name: /^Recorded \(3\)/ }).click();
  await expect(page.getByText(/: not seen/)).toBeVisible();
  await page.goto(`${CASE}/hand-over`, { waitUntil: "networkidle" });
  const unseen = page.getByRole("region", { name: "What was not looked at" });
  await expect(unseen).toContainText("Torque marks moved (can't be reached)");
  await expect(unseen).not.toContainText("Hidden splices");
});

test("on a later visit a point shows how it was, with its photo, and that it comes back", async ({ page, demo }) => {
  const visit = async () => {
    const caseId = await newCase(page, "lake-rack");
    await page.goto(`/cases/${caseId}/walk#isolator-wet`, { waitUntil: "networkidle" });
    return pointSheet(page, "Rust marks, swelling");
  };
  const first = await visit();
  await expect(first.getByRole("region", { name: "On earlier visits" })).toBeHidden();
  await choose(gradeOf(first, /^Fix/));
  await first.getByLabel(/^Photo of/).setInputFiles(demoFile(demo, "isolator.jpg"));
  await allKept(page);
  const second = await visit();
  const earlier = second.getByRole("region", { name: "On earlier visits" });
  await expect(earlier).toContainText("Rust marks, cracks or drops inside");
  await expect(earlier.getByRole("img", { name: /^As it was on / })).toBeVisible();
  await expect(earlier).not.toContainText("It comes back");
  await choose(gradeOf(second, /^Fix/));
  await expect(earlier).toContainText("It comes back: once before");
  await expect(earlier).not.toContainText("than on the last visit");
  await choose(gradeOf(second, /^Stop/));
  await expect(earlier).toContainText("Worse than on the last visit");
  await choose(gradeOf(second, /^Watch/));
  await expect(earlier).toContainText("Better than on the last visit");
});

test("work is stopped with one tap from any station; the case and Triage say so until somebody clears it", async ({ page }) => {
  const CASE = "/cases/weir-barn-2026";
  await page.goto(`${CASE}/diagnose`, { waitUntil: "networkidle" });
  await page.getByRole("button", { name: "Stop work" }).click();
  const stopped = page.getByRole("region", { name: "Work stopped" });
  await stopped.getByRole("button", { name: "lightning" }).click();
  await expect(stopped.getByRole("alert")).toContainText("Work is stopped: lightning");
  await allKept(page);
  for (const station of ["brief", "walk", "compare", "hand-over"]) {
    await page.goto(`${CASE}/${station}`);
    await expect(stopped).toBeVisible();
  }
  await expect(page.getByRole("article", { name: "Report" })).toContainText("Work stopped");
  await page.goto("/", { waitUntil: "networkidle" });
  await expect(page.getByRole("rowgroup", { name: "Danger now" })).toContainText("Work stopped");
  await page.goto(`${CASE}/walk`, { waitUntil: "networkidle" });
  await stopped.getByRole("button", { name: /^Clear it/ }).click();
  await expect(stopped).toBeHidden();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(stopped).toBeVisible();
  await stopped.getByRole("button", { name: /^Clear it/ }).click();
  await allKept(page);
  await page.reload();
  await expect(page.getByRole("button", { name: "Stop work" }).first()).toBeVisible();
  await page.goto("/", { waitUntil: "networkidle" });
  await expect(page.getByText(/Work stopped/)).toHaveCount(0);
});

test("the next best test leads to the point at which it is recorded", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/diagnose?leaf=tests`, { waitUntil: "networkidle" });
  const link = page.getByRole("link", { name: "Record it at its point of the walk" }).first();
  const target = (await link.getAttribute("href")) as string;
  await link.click();
  await expect(page).toHaveURL(new RegExp(`${target}$`));
  await expect(page.locator(`#point-${target.split("#")[1]}`)).toBeVisible();
});
