import { readFile } from "node:fs/promises";
import { demoFile, expect, LARCH_CASE, test } from "./app";

test.use({ file: "sites" });

test("a file with a known id asks what it is to be, shows what differs, and leads back", async ({ page, demo }) => {
  const site = JSON.parse(await readFile(demoFile(demo, "weir-barn.site.json"), "utf8"));
  const changed = { ...site, name: "Weir Barn, new roof", planes: site.planes.map((plane: object) => ({ ...plane, tiltDeg: 33 })) };
  const give = (content: object) =>
    page
      .getByLabel(/Add a site from its file/)
      .setInputFiles({ name: "barn.site.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(content)) });
  const question = page.getByRole("region", { name: /Is this Weir Barn/ });
  const status = page.getByRole("region", { name: "Add a site" }).getByRole("status");

  await test.step("leaving it changes nothing", async () => {
    await page.goto("/", { waitUntil: "networkidle" });
    await give(changed);
    await expect(question).toContainText("There is a site “weir-barn” already");
    await expect(question.getByRole("row", { name: /what people call the site name .*Weir Barn, new roof/ })).toBeVisible();
    await expect(question.getByRole("row", { name: /tiltDeg .* 33/ }).first()).toBeVisible();
    await question.getByRole("button", { name: "Leave it" }).click();
    await expect(status).toContainText("Nothing was changed");
    expect(await (await page.request.get("/api/sites/weir-barn/file")).json()).toEqual(site);
  });

  await test.step("another site stands beside the known one", async () => {
    await give(changed);
    await question.getByRole("button", { name: "Another site: keep both" }).click();
    await expect(status).toContainText("weir-barn-2: as-built version 1 recorded");
    expect(await (await page.request.get("/api/sites/weir-barn/file")).json()).toEqual(site);
  });

  await test.step("a new version keeps the old one, and there is a way back", async () => {
    await give(changed);
    await expect(question.getByRole("button", { name: "The same site: new version" })).toBeDisabled();
    await question.getByLabel("All along: what is stored was wrong").check();
    await question.getByRole("button", { name: "The same site: new version" }).click();
    await expect(status).toContainText("weir-barn: as-built version 2 recorded");
    await page.goto("/sites/weir-barn", { waitUntil: "networkidle" });
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Weir Barn, new roof");
    await page.getByRole("button", { name: "Go back to version 1" }).click();
    await expect(page.getByText("As in version 1 again, recorded as version 3")).toBeVisible();
    expect(await (await page.request.get("/api/sites/weir-barn/file")).json()).toEqual(site);
  });

  await test.step("the same file again says nothing new", async () => {
    await page.goto("/", { waitUntil: "networkidle" });
    await give(site);
    await expect(status).toContainText("the file says nothing new; as-built version 3 stands");
  });
});

test("a site file with five mistakes tells five, line by line", async ({ page, demo }) => {
  const site = JSON.parse(await readFile(demoFile(demo, "weir-barn.site.json"), "utf8"));
  site.location.lat = 146;
  site.planes[0].tiltDeg = "steep";
  site.tariff.currency = "<b>";
  site.strings[0].modules = 0;
  site.commissioned = "2014-02-30";
  await page.goto("/", { waitUntil: "networkidle" });
  await page
    .getByLabel(/Add a site from its file/)
    .setInputFiles({ name: "five.site.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(site)) });
  await expect(page.getByRole("region", { name: "Add a site" }).getByRole("listitem")).toHaveCount(5);
});

test("while new figures are worked out a page shows the old ones with their age, then the new ones by themselves", async ({
  page,
  demo,
}) => {
  const site = JSON.parse(await readFile(demoFile(demo, "larch-house.site.json"), "utf8"));
  // Held back until the page has been seen: here they come too fast.
  await page.route("**/analysis", async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  const put = await page.request.post("/api/sites?name=l.site.json&as=new-version", { data: { ...site, albedo: 0.27 } });
  expect(put.ok()).toBe(true);
  await page.goto(`${LARCH_CASE}/compare`);
  const age = page.getByText(/The data have changed since\. These figures are of/);
  await expect(age).toBeVisible();
  await expect(age).toBeHidden();
  const back = await page.request.post("/api/sites?name=l.site.json&as=new-version", { data: site });
  expect(back.ok()).toBe(true);
  await page.goto("/");
  await expect(page.getByText(/the data have changed, new ones are on their way/).first()).toBeVisible();
  await expect(page.getByText(/the data have changed, new ones are on their way/)).toHaveCount(0);
  await page.goto(`${LARCH_CASE}/compare`);
  await expect(page.getByRole("link", { name: "See why" })).toBeVisible();
});

test("working out new figures is stopped by a person, stays so, and is taken up again", async ({ page, demo }) => {
  const site = JSON.parse(await readFile(demoFile(demo, "weir-barn.site.json"), "utf8"));
  const put = await page.request.post("/api/sites?name=w.site.json&as=new-version", { data: { ...site, albedo: 0.27 } });
  expect(put.ok()).toBe(true);
  expect((await page.request.delete("/api/sites/weir-barn/analysis")).ok()).toBe(true);
  await page.goto("/cases/weir-barn-2026/compare", { waitUntil: "networkidle" });
  const age = page.getByRole("status").filter({ hasText: "The data have changed since" });
  await expect(age).toContainText("Working out new ones was stopped.");
  await page.goto("/", { waitUntil: "networkidle" });
  // An earlier test of this file made a second site of that name.
  await expect(page.locator("[data-row=weir-barn]")).toContainText("working out new ones was stopped");
  await page.goto("/cases/weir-barn-2026/compare", { waitUntil: "networkidle" });
  await page.getByRole("button", { name: "Work them out" }).click();
  await expect(age).toHaveCount(0);
});

test("a station that isn't built says what it will be and what to do meanwhile", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/brief`, { waitUntil: "networkidle" });
  for (const [key, title] of [
    ["3", "Measure"],
    ["6", "Decide"],
    ["7", "Verify"],
  ]) {
    await page.keyboard.press(key);
    await expect(page.getByRole("heading", { name: `${title}: on paper for now` })).toBeVisible();
    await expect(page.getByText("Until then")).toBeVisible();
  }
});

test("a case whose store is spoiled says so, and the others stand", async ({ page, demo }) => {
  const sqlite3 = (await import("sqlite3")).default;
  const spoil = new sqlite3.Database(`${demo.folder}/irradant.sqlite`);
  await new Promise<void>((resolve) =>
    spoil.exec(
      `UPDATE cases SET brief = '{' WHERE id = 'meadow-school-2026'; UPDATE as_built SET siteFile = '{"format":1}' WHERE siteId = 'meadow-school'`,
      () => spoil.close(() => resolve()),
    ),
  );
  await page.goto("/");
  await expect(page.getByText(/What is stored of site meadow-school can't be read/)).toBeVisible();
  await expect(page.getByRole("link", { name: "Larch House, Obergrund" })).toBeVisible();
  await page.goto("/cases/meadow-school-2026/brief");
  await expect(page.locator("main").getByRole("alert")).toContainText("What is stored of site meadow-school can't be read");
  await page.goto("/nothing/here");
  await expect(page.getByRole("heading", { name: "Nothing is here" })).toBeVisible();
});

test("an upgrade has its day: what was before is held against the old as-built, and its day can be moved and moved back", async ({
  page,
  demo,
}) => {
  const site = JSON.parse(await readFile(demoFile(demo, "larch-house.site.json"), "utf8"));
  const stronger = { ...site.moduleTypes[0], id: "stronger", pmaxW: site.moduleTypes[0].pmaxW + 20 };
  const upgraded = {
    ...site,
    moduleTypes: [...site.moduleTypes, stronger],
    strings: site.strings.map((one: { id: string }) => (one.id === "s1" ? { ...one, moduleType: "stronger" } : one)),
  };
  const { period } = await (await page.request.get("/api/sites/larch-house/diagnosis")).json();
  const day = new Date(Date.parse(period.to) - 20 * 86_400_000).toISOString().slice(0, 10);
  const words = new Date(day).toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });
  await page.goto("/", { waitUntil: "networkidle" });
  await page
    .getByLabel(/Add a site from its file/)
    .setInputFiles({ name: "larch.site.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(upgraded)) });
  const question = page.getByRole("region", { name: /Is this/ });
  await question.getByLabel("First day with the change").fill(day);
  await question.getByRole("button", { name: "The same site: new version" }).click();
  await expect(page.getByRole("region", { name: "Add a site" }).getByRole("status")).toContainText("recorded");
  await page.goto(`${LARCH_CASE}/compare`);
  await expect(page.getByText(`from ${words} on held against as-built`)).toBeVisible();
  const told = await (await page.request.get("/api/sites/larch-house/diagnosis")).json();
  expect(told.period).toEqual(period);
  // The string that gave nothing before still does: its modules are the same.
  expect(
    told.causes.filter(({ cause, scope }: { cause: string; scope: string }) => cause === "string-open" && scope === "s2"),
  ).toHaveLength(1);

  await page.goto("/sites/larch-house", { waitUntil: "networkidle" });
  const versions = page.getByRole("region", { name: "Versions" }).getByRole("listitem");
  await expect(versions.first()).toContainText(`present, from ${words} on`);
  await expect(versions.filter({ hasText: "held until" })).toHaveCount(1);
  await versions.first().getByText("Holds from another day").click();
  await versions.first().getByRole("button", { name: "From the beginning" }).click();
  await expect(versions.filter({ hasText: "held until" })).toHaveCount(0);
  await expect(versions.first()).toContainText("present, on all days");
  await page.getByRole("region", { name: "Versions" }).getByRole("button", { name: "Undo" }).click();
  await expect(versions.first()).toContainText(`present, from ${words} on`);
  await versions
    .filter({ hasText: "held until" })
    .getByRole("link", { name: /^Draw version/ })
    .click();
  await page.getByRole("navigation", { name: "Leaves" }).getByRole("link", { name: "Save", exact: true }).click();
  await expect(page.getByText("Nothing differs from what is stored.")).toBeVisible();
});
