import AxeBuilder from "@axe-core/playwright";
import { demoFile, expect, LARCH_CASE, test } from "./app";
import { pdfPages } from "./readPdf";
import { choose, gradeOf, HEAT, openPoint } from "./walk";

test.use({ file: "report" });

const RUST = "Rust marks, cracks or drops inside";

test("an owner reads whom it is from, what is wrong and costs, what now, what was seen and what wasn't", async ({ page, demo }) => {
  await page.goto(`${LARCH_CASE}/hand-over`, { waitUntil: "networkidle" });
  const report = page.getByRole("article", { name: "Report" });
  const part = (name: string) => report.getByRole("region", { name });
  await expect(page.getByText("It lacks the technician and the walk.")).toBeVisible();

  await test.step("from the data alone", async () => {
    await expect(report).toContainText("Sonnhang Array Service");
    await expect(report).toContainText("Sonnleiten 8, Obergrund");
    await expect(part("In short")).toContainText("String s2 (10 modules, facing south) gives nothing");
    await expect(part("In short")).toContainText(
      /Until 30 Apr 2026 it cost \d+ kWh \(€[\d.]+\); left alone it goes on costing about \d+ kWh \(€\d+\) a month\./,
    );
    await expect(part("What now").getByRole("row", { name: /Find why string s2 .* gives nothing/ })).toContainText("licensed electrician");
    await expect(part("What was seen")).toContainText(/none of the \d+ points of the walk has been looked at/);
    await part("What now")
      .getByRole("button", { name: /^Rough cost: Find why string s2/ })
      .click();
    await expect(page.getByRole("dialog")).toContainText("An hour of a licensed electrician");
    await page.keyboard.press("Escape");
    await part("Where it went")
      .getByRole("button", { name: /^Energy lost: String gives nothing/ })
      .click();
    await page.getByRole("link", { name: "Show it in the data: the days on which it acted" }).click();
    await page.getByRole("link", { name: "Back to Hand over" }).click();
    await expect(part("In short")).toBeVisible();
  });

  await test.step("what the walk finds takes the place of what the data ask for, with its photo", async () => {
    await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
    const point = await openPoint(page, "isolator-wet");
    await gradeOf(point, new RegExp(RUST)).click();
    await point.locator("input[type=file]").first().setInputFiles(demoFile(demo, "isolator.jpg"));
    await expect(page.getByText("All kept")).toBeVisible();
    await page.goto(`${LARCH_CASE}/hand-over`, { waitUntil: "networkidle" });
    const work = part("What now");
    await expect(work.getByRole("row")).toHaveCount(2);
    await expect(work.getByRole("row", { name: /Replace the isolator/ })).toContainText(/by \d+ \w+ \d{4}/);
    await expect(part("What was seen").getByRole("listitem").filter({ hasText: RUST }).getByRole("img")).toBeVisible();
    await expect(part("What was not looked at")).toContainText(/Inverter: none of its \d+ points/);
    await expect(part("What was not looked at")).toContainText(/Isolators: (\d+) of its \d+ points/);
  });

  await test.step("a person writes over what was proposed, by keyboard; it shows at once and survives a reload", async () => {
    await page.getByRole("link", { name: "Fill in", exact: true }).press("Enter");
    await page.getByLabel("Technician").fill("Jana Moser");
    await page.getByLabel("In your own words").fill("The isolator stands in the drip line of the eaves.");
    const item = page.getByRole("group", { name: /Replace the isolator/ });
    await item.getByLabel("Roughly what it costs").fill("310 to 340 €");
    await item.getByLabel("By when").fill("before the first snow");
    await page.getByRole("link", { name: "Report", exact: true }).click();
    await expect(part("Remarks")).toContainText("drip line");
    await expect(report).toContainText("Technician: Jana Moser; place, date");
    const row = part("What now").getByRole("row", { name: /Replace the isolator/ });
    await expect(row).toContainText("310 to 340 €");
    await expect(row).toContainText("before the first snow");
    await expect(part("What now")).toContainText("€400 to €430, without tax");
    await expect(page.getByText("All kept")).toBeVisible();
    await page.reload({ waitUntil: "networkidle" });
    await expect(row).toContainText("before the first snow");
    await page.getByRole("link", { name: "Fill in", exact: true }).click();
    await item.getByLabel("Leave it out of the report").check();
    await page.getByRole("link", { name: "Report", exact: true }).click();
    await expect(part("What now")).toContainText("Nothing needs to be done now.");
    await page.goBack();
    await item.getByLabel("Leave it out of the report").uncheck();
    await page.getByRole("link", { name: "Report", exact: true }).click();
    await expect(row).toBeVisible();
  });

  await test.step("both leaves are sound to a screen reader", async () => {
    for (const leaf of ["", "?leaf=fill-in"]) {
      await page.goto(`${LARCH_CASE}/hand-over${leaf}`, { waitUntil: "networkidle" });
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(violations.map(({ id }) => id)).toEqual([]);
    }
  });
});

const SITES = ["larch-house", "weir-barn", "meadow-school", "steep-barn", "weaver-row", "lake-rack", "col-refuge", "joinery"];
const MORE_SITES = ["alp-dairy", "upper-school", "chapel-annex", "coop-store", "mill-cottage"];

test("on paper every page has its number, and no heading stands alone at a foot", async ({ page, demo }) => {
  await test.step("a site whose walk has filled pages: findings with notes and photos", async () => {
    await page.goto("/cases/steep-barn-2026/walk", { waitUntil: "networkidle" });
    for (const [k, id] of ["ground-rows", "run-way", HEAT.id, "breaker-on", "isolator-wet", "inverter-report"].entries()) {
      const point = await openPoint(page, id);
      await choose(gradeOf(point, k % 5 === 1 ? /^Watch/ : /^Fix/));
      await point.getByLabel("Note").fill("Seen from the ladder and again from the roof edge. ".repeat(3 + 2 * k));
      for (let photo = 0; photo <= k % 3; photo++)
        await point.locator("input[type=file]").first().setInputFiles(demoFile(demo, "isolator.jpg"));
    }
    await expect(page.getByText("All kept")).toBeVisible();
  });
  for (const site of [...SITES, ...MORE_SITES]) {
    await page.goto(`/cases/${site}-2026/hand-over`, { waitUntil: "networkidle" });
    const report = page.getByRole("article", { name: "Report" });
    const headings = new Set(await report.getByRole("heading").allInnerTexts());
    expect(headings.size).toBeGreaterThan(5);
    const pages = await pdfPages(await page.pdf({ preferCSSPageSize: true }));
    expect(pages.length).toBeGreaterThan(site === "steep-barn" ? 4 : 1);
    const told = new Set<string>();
    for (const [k, lines] of pages.entries()) {
      const foot = lines[lines.length - 1];
      expect(foot.text, site).toBe(`Page ${k + 1} of ${pages.length}`);
      const body = lines.slice(0, -1);
      for (const { text } of body) if (headings.has(text)) told.add(text);
      expect(headings.has(body[body.length - 1].text), `${site}, page ${k + 1}: ${body[body.length - 1].text}`).toBe(false);
    }
    expect([...told].sort(), site).toEqual([...headings].sort());
    // The annex begins a page of its own, and nobody signs below it.
    const annex = pages.findIndex(([first]) => first.text.startsWith("Annex"));
    expect(annex, site).toBeGreaterThan(0);
    expect(pages.findIndex((lines) => lines.some(({ text }) => text === "Signed"))).toBeLessThan(annex);
  }
});

test("the firm and its prices are kept, told where they can't be, and undone", async ({ page }) => {
  await page.goto("/", { waitUntil: "networkidle" });
  await page.keyboard.press("Control+k");
  await page.keyboard.type("prices");
  await page.keyboard.press("Enter");
  await page.waitForURL("/firm");
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await page.getByLabel("Name").fill("Wetterleuchten Solar Care");
  await page.getByLabel("An hour of a licensed electrician").fill("ninety");
  await page.getByRole("button", { name: "Keep" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("An hour of a licensed electrician");
  await page.getByLabel("An hour of a licensed electrician").fill("184,50");
  await page.getByRole("button", { name: "Keep" }).click();
  await expect(page.getByRole("status").filter({ hasText: "Kept." })).toBeVisible();
  await page.goto("/cases/weir-barn-2026/hand-over", { waitUntil: "networkidle" });
  const report = page.getByRole("article", { name: "Report" });
  await expect(report).toContainText("Wetterleuchten Solar Care");
  await expect(report.getByRole("row", { name: /inverter inv-w stops/ })).toContainText("€180 to €900");
  await page.goto("/firm", { waitUntil: "networkidle" });
  await page.getByRole("button", { name: "Undo the last change" }).click();
  await expect(page.getByLabel("Name")).toHaveValue("Sonnhang Array Service");
  await expect(page.getByLabel("An hour of a licensed electrician")).toHaveValue("84");
});
