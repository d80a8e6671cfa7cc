import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { bringIn, expect, test } from "./app";
import { field, INVERTER, PLACE, portalFiles, SHEET, tabTo } from "./drawing";

test.use({ file: "editor" });

const leaf = (page: Page, name: string) => page.getByRole("navigation", { name: "Leaves" }).getByRole("link", { name, exact: true });
const drawing = (page: Page) => page.getByRole("application", { name: /Drawing of plane/ });
/** The line of sums under the title. */
const sums = (page: Page) => page.locator("main > header");

async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
}

/** Opens a case at a site from its page and reads what the data say. */
async function readDiagnosis(page: Page): Promise<void> {
  await page.getByRole("button", { name: /New case at/ }).click();
  await page.getByLabel("Why we come").fill("Half of the east side is quiet");
  await page.getByRole("button", { name: "Open the case" }).click();
  await page.waitForURL(/\/brief/);
  await page.goto(page.url().replace("/brief", "/diagnose"));
}

test("a data sheet, a sketch and an export lead to the first diagnosis, by mouse", async ({ page, demo }) => {
  await page.goto("/", { waitUntil: "networkidle" });
  await page.getByRole("link", { name: "Draw a new site" }).click();
  await test.step("the place", async () => {
    for (const [label, value] of PLACE) await field(page, label).fill(value);
    await expect(field(page, "Short name, for files and columns")).toHaveValue("sawmill-untergrund");
    await expectAccessible(page);
  });
  await test.step("the data sheet", async () => {
    await leaf(page, "Modules").click();
    for (const [label, value] of SHEET) await field(page, label).fill(value);
    await expectAccessible(page);
  });
  await test.step("the sketch: two planes", async () => {
    await leaf(page, "Roof").click();
    for (const [at, azimuth] of [
      [0, "180"],
      [1, "90"],
    ] as const) {
      if (at > 0) await page.getByRole("button", { name: "Another plane" }).click();
      await field(page, "Tilt from level, °").fill("30");
      await field(page, "Faces, ° from true north").fill(azimuth);
      await field(page, "Rows").fill("2");
      await field(page, "Modules in a row").fill("10");
      await page.getByRole("button", { name: "Put down" }).click();
    }
    await expect(sums(page)).toContainText("40 modules (40 wired to nothing)16.20kWp");
    await expect(sums(page)).toContainText("roof 20, 8.10 kWp; plane1 20, 8.10 kWp");
    await expectAccessible(page);
  });
  await test.step("four strings, two drawn through and two by a pattern", async () => {
    await leaf(page, "Wiring").click();
    for (const [label, value] of INVERTER) await field(page, label).fill(value);
    await page.getByRole("radio", { name: /roof/ }).check();
    const box = await drawing(page).locator("canvas").first().boundingBox();
    if (!box) throw new Error("nothing is drawn");
    // Two rows of ten lie in the middle of the sheet: a third of a row's height off it is inside a module.
    for (const off of [-40, 40]) {
      await page.getByRole("button", { name: "New string", exact: true }).click();
      const y = box.y + box.height / 2 - 11 + off;
      await page.mouse.move(box.x + 75, y);
      await page.mouse.down();
      await page.mouse.move(box.x + box.width - 20, y, { steps: 60 });
      await page.mouse.up();
    }
    await page.getByRole("radio", { name: /plane1/ }).check();
    for (let k = 0; k < 2; k++) {
      await page.getByRole("button", { name: "New string", exact: true }).click();
      await page.getByRole("button", { name: /^Run s/ }).click();
    }
    await expect(page.getByText("Every module is wired")).toBeVisible();
    for (const id of ["s1", "s2", "s3", "s4"])
      await expect(page.getByRole("row", { name: new RegExp(`^${id} inv1 A 10 4.05`) })).toBeVisible();
    await expectAccessible(page);
  });
  await test.step("saved, and its data brought in", async () => {
    await leaf(page, "Save").click();
    await expect(page.getByText("Everything that a site needs is told.")).toBeVisible();
    await expectAccessible(page);
    await page.getByRole("button", { name: "Save the site" }).click();
    await page.waitForURL(/\/sites\/sawmill-untergrund\/import/);
    const site = await (await page.request.get("/api/sites/sawmill-untergrund/file")).text();
    const files = await portalFiles(demo, site);
    await bringIn(page, [files.production, files.weather], /rows of .* taken in/);
    await page.waitForURL(/\/sites\/sawmill-untergrund$/);
  });
  await readDiagnosis(page);
  await expect(page.getByText(/[Ss]tring s2/).first()).toBeVisible({ timeout: 120_000 });
  await expect(page.getByText(/gives nothing|no current|dead/i).first()).toBeVisible();
});

test("the same by keyboard alone", async ({ page, demo }) => {
  const type = async (label: string, value: string) => {
    await tabTo(page, field(page, label));
    await page.keyboard.press("Control+a");
    await page.keyboard.type(value);
  };
  const press = async (wanted: ReturnType<Page["getByRole"]>) => {
    await tabTo(page, wanted);
    await page.keyboard.press("Enter");
  };
  const button = (name: string | RegExp) => page.getByRole("button", { name, exact: typeof name === "string" });
  await page.goto("/", { waitUntil: "networkidle" });
  await page.keyboard.press("Control+k");
  await page.keyboard.type("draw a new site");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/new-site/);
  for (const [label, value] of PLACE) await type(label, value.replace("Sawmill", "Dairy"));
  await press(leaf(page, "Modules"));
  for (const [label, value] of SHEET) await type(label, value);
  await press(leaf(page, "Roof"));
  for (const [at, azimuth] of [
    [0, "180"],
    [1, "90"],
  ] as const) {
    if (at > 0) await press(button("Another plane"));
    await type("Tilt from level, °", "30");
    await type("Faces, ° from true north", azimuth);
    await type("Rows", "2");
    await type("Modules in a row", "10");
    await press(button("Put down"));
  }
  await tabTo(page, drawing(page));
  await page.keyboard.press("Escape");
  for (const key of ["ArrowRight", "Space", "ArrowRight", "Space", "t", "t", "Shift+ArrowUp", "Shift+ArrowDown"])
    await page.keyboard.press(key);
  await expect(page.getByText("2 moved by 5 cm")).toBeVisible();
  await press(leaf(page, "Wiring"));
  for (const [label, value] of INVERTER) await type(label, value);
  // The second plane is the one that is open: one string of it is run module by module, there and back.
  await press(button("New string"));
  await tabTo(page, drawing(page));
  for (let k = 0; k < 10; k++) for (const key of ["ArrowRight", "Enter"]) await page.keyboard.press(key);
  await expect(page.getByText("s1.10", { exact: true })).toBeVisible();
  await press(button("New string"));
  await press(button("Run s2"));
  await tabTo(page, page.getByRole("radio", { name: /plane1/ }));
  await page.keyboard.press("ArrowLeft");
  for (const id of ["s3", "s4"]) {
    await press(button("New string"));
    await press(button(`Run ${id}`));
  }
  await expect(page.getByText("Every module is wired")).toBeVisible();
  await press(leaf(page, "Save"));
  await press(button("Save the site"));
  await page.waitForURL(/\/sites\/dairy-untergrund\/import/);
  const site = await (await page.request.get("/api/sites/dairy-untergrund/file")).text();
  expect(JSON.parse(site).strings).toMatchObject([
    { id: "s1", plane: "plane1", modules: 10 },
    { id: "s2", plane: "plane1", modules: 10 },
    { id: "s3", plane: "roof", modules: 10 },
    { id: "s4", plane: "roof", modules: 10 },
  ]);
  const files = await portalFiles(demo, site);
  const chooser = page.waitForEvent("filechooser");
  await press(page.getByLabel("Exports"));
  await (await chooser).setFiles([files.production, files.weather]);
  await page.waitForURL(/intake=/);
  await expect(page.getByText(/It lies on the clear sky/).first()).toBeVisible();
  await press(button("Take in"));
  await expect(page.getByText(/rows of .* taken in/)).toBeVisible();
  await press(page.getByRole("link", { name: "See what it says" }));
  await page.waitForURL(/\/sites\/dairy-untergrund$/);
  await press(button(/New case at/));
  await page.keyboard.type("Half of the east side is quiet");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/brief/);
  await page.locator("body").press("5");
  await page.waitForURL(/\/diagnose/);
  await expect(page.getByText(/[Ss]tring s2/).first()).toBeVisible({ timeout: 120_000 });
});

test.describe("a known site", () => {
  const PAGE = "/sites/weir-barn/edit";

  test("steps are taken back and made again, and what is drawn survives a reload and a crash", async ({ page }) => {
    await page.goto(`${PAGE}?leaf=roof`, { waitUntil: "networkidle" });
    const stored = (await sums(page).textContent()) ?? "";
    await page.getByRole("button", { name: "Put down" }).click();
    await expect(sums(page)).toContainText("12 wired to nothing");
    await page.keyboard.press("Control+z");
    await expect(sums(page)).toHaveText(stored);
    await page.keyboard.press("Control+Shift+z");
    await field(page, "Tilt from level, °").fill("3,5");
    await page.reload({ waitUntil: "networkidle" });
    await expect(page.getByText(/is back; it isn.t saved yet/)).toBeVisible();
    await expect(sums(page)).toContainText("12 wired to nothing");
    await expect(field(page, "Tilt from level, °")).toHaveValue("3.5");
    await page.getByRole("button", { name: "As it is stored" }).click();
    await expect(sums(page)).not.toContainText("wired to nothing");
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(sums(page)).toContainText("12 wired to nothing");
    await page.getByRole("button", { name: "As it is stored" }).click();
  });

  test("modules are dragged, cling to each other, and are moved by numbers", async ({ page }) => {
    await page.goto(`${PAGE}?leaf=roof`, { waitUntil: "networkidle" });
    await page.getByRole("button", { name: /^Pick all/ }).click();
    const [left, lower] = [field(page, "Left edge, m right of the middle"), field(page, "Lower edge, m up from the middle")];
    await left.fill("1,25");
    await left.press("Enter");
    await expect(left).toHaveValue("1.250");
    const before = Number(await lower.inputValue());
    const box = await drawing(page).locator("canvas").first().boundingBox();
    if (!box) throw new Error("nothing is drawn");
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 20);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 40, { steps: 8 });
    await page.mouse.up();
    await expect.poll(async () => Number(await lower.inputValue())).toBeGreaterThan(before + 0.4);
    await expect(left).toHaveValue("1.250");
    await page.getByRole("button", { name: "As it is stored" }).click();
  });

  test("a change is saved as a version with its reason; one who comes later is told what differs", async ({ page, context }) => {
    const late = await context.newPage();
    await late.goto(`${PAGE}?leaf=save`, { waitUntil: "networkidle" });
    await page.goto(`${PAGE}?leaf=roof`, { waitUntil: "networkidle" });
    await expect(late.getByText("Nothing differs from what is stored.")).toBeVisible();
    await field(page, "Tilt from level, °").fill("27");
    await leaf(page, "Save").click();
    await page.getByLabel("Why, for the history").fill("Tilt measured anew");
    await expect(page.getByRole("button", { name: "Save as a new version" })).toBeDisabled();
    await page.getByLabel("All along: what is stored was wrong").check();
    await page.getByRole("button", { name: "Save as a new version" }).click();
    await page.waitForURL(/\/sites\/weir-barn$/);
    await expect(page.getByRole("listitem").filter({ hasText: "2: Tilt measured anew" })).toBeVisible();
    await leaf(late, "Place").click();
    await field(late, "Name").fill("Weir Barn, late");
    await leaf(late, "Save").click();
    await late.getByLabel("Why, for the history").fill("Late");
    await late.getByLabel("All along: what is stored was wrong").check();
    await late.getByRole("button", { name: "Save as a new version" }).click();
    await expect(late.getByRole("alert").filter({ hasText: "The site has changed since it was opened" })).toBeVisible();
  });

  test("an obstacle is told by two angles, dragged on the ground, and seen on the sky", async ({ page }) => {
    await page.goto(`${PAGE}?leaf=sky`, { waitUntil: "networkidle" });
    await page.getByRole("button", { name: "Another obstacle" }).click();
    const last = page
      .locator("details")
      .filter({ has: page.getByLabel("Height over the plane's middle, m") })
      .last();
    await last.getByText("Height by two angles").click();
    for (const [label, value] of [
      ["Between the stands, m", "15"],
      ["Angle from the nearer, °", "30,96"],
      ["Angle from the further, °", "18,92"],
      ["Plane's middle over the ground, m", "4"],
    ])
      await last.getByLabel(label, { exact: true }).fill(value);
    await expect(last.getByText(/9\.(59|6\d) m over the plane's middle, (20\.0|19\.9)\d m away/)).toBeVisible();
    await last.getByRole("button", { name: "Take these" }).click();
    await expect(last.getByLabel("Distance, m", { exact: true })).toHaveValue(/^(20|19\.9)/);
    await page.getByRole("button", { name: "Another point" }).click();
    await expectAccessible(page);
    await page.getByRole("button", { name: "As it is stored" }).click();
  });

  test("data sheets go to the library and come from a file", async ({ page }) => {
    await page.goto(`${PAGE}?leaf=modules`, { waitUntil: "networkidle" });
    await page.getByRole("button", { name: "Keep these types in it" }).click();
    await expect(page.getByText(/joined the library|was in it already|stands with its new numbers/)).toBeVisible();
    const file = await (await page.request.get("/api/module-types")).json();
    const [first] = file.moduleTypes;
    const buffer = (types: object[]) => Buffer.from(JSON.stringify({ format: "irradant-modules/1", moduleTypes: types }));
    const give = (types: object[]) =>
      page.getByLabel("Bring a file").setInputFiles({ name: "types.json", mimeType: "application/json", buffer: buffer(types) });
    await give([{ ...first, id: "hay-300", maker: "Solwerk Obergrund" }]);
    await expect(page.getByText("hay-300 joined the library")).toBeVisible();
    await give([{ ...first, id: "hay-301", vmpV: 900 }]);
    await expect(page.getByText(/moduleTypes.0.vmpV/)).toBeVisible();
    await page.getByRole("button", { name: "Use hay-300" }).click();
    await expect(page.getByRole("group", { name: "Type hay-300" })).toBeVisible();
    await page.getByRole("button", { name: "Take hay-300 out of the library" }).click();
    await page.getByRole("button", { name: "Put hay-300 back" }).click();
    await expect(page.getByRole("button", { name: "Use hay-300" })).toBeVisible();
    await page.getByRole("button", { name: "As it is stored" }).click();
  });
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("a plane is drawn and a string run by touch", async ({ page }) => {
    await page.goto("/new-site?leaf=roof", { waitUntil: "networkidle" });
    await field(page, "Rows").fill("1");
    await field(page, "Modules in a row").fill("4");
    await page.getByRole("button", { name: "Put down" }).tap();
    await page.getByRole("button", { name: "Turn", exact: true }).tap();
    await page.getByRole("button", { name: "Set gaps" }).tap();
    await leaf(page, "Wiring").tap();
    await page.getByRole("button", { name: "New string", exact: true }).tap();
    await drawing(page).evaluate((one) => one.scrollIntoView({ block: "center" }));
    const box = await drawing(page).boundingBox();
    if (!box) throw new Error("nothing is drawn");
    for (const share of [0.45, 0.62]) await page.touchscreen.tap(box.x + box.width * share, box.y + box.height / 2 - 11);
    await expect(page.getByRole("row", { name: /^s1 inv1 A 2/ })).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await expectAccessible(page);
  });
});

test("a site's terms change words and units on every screen, and nothing in its file", async ({ page }) => {
  const before = await (await page.request.get("/api/sites/meadow-school/file")).json();
  await page.goto("/sites/meadow-school/edit", { waitUntil: "networkidle" });
  await field(page, "Lengths").selectOption("feet");
  await field(page, "Temperatures").selectOption("°F");
  await field(page, "Metal joined to the earth").selectOption("grounding");
  await field(page, "Conductors").selectOption("AWG");
  const height = field(page, "Height above the sea, ft");
  await expect(height).toHaveValue(`${Number((before.location.elevationM / 0.3048).toPrecision(6))}`);
  await field(page, "Coldest air to design for, °F").fill("-4");
  await leaf(page, "Save").click();
  await page.getByLabel("Why, for the history").fill("In their words");
  await page.getByLabel("All along: what is stored was wrong").check();
  await page.getByRole("button", { name: "Save as a new version" }).click();
  await page.waitForURL(/\/sites\/meadow-school$/);
  await expect(page.locator("header").filter({ hasText: " ft · as-built version" })).toBeVisible();
  const { terms, ...after } = await (await page.request.get("/api/sites/meadow-school/file")).json();
  expect(terms).toEqual({ length: "ft", temperature: "F", earth: "grounding", wire: "awg" });
  expect(after).toEqual({ ...before, location: { ...before.location, designMinTempC: -20 } });
  const brief = await page.getByRole("link", { name: /Yearly inspection/ }).getAttribute("href");
  await page.goto(`${brief?.replace(/brief$/, "walk")}`, { waitUntil: "networkidle" });
  await expect(page.getByText("Bonding from frame to rail to ground").first()).toBeVisible();
});
