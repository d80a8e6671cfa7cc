import { bringIn, demoFile, expect, LARCH_CASE, test } from "./app";

test.use({ file: "story" });

test("from a complaint and two files to a cause, a finding and a report", async ({ page, demo }) => {
  await test.step("triage has the worst site first", async () => {
    await page.goto("/");
    const losing = page.getByRole("rowgroup", { name: "Losing, or to be looked at" });
    await expect(losing.getByRole("rowheader").nth(1)).toHaveText(/Larch House/);
    await page.getByRole("link", { name: /Makes about half since spring/ }).click();
  });

  await test.step("the brief tells the complaint and the system", async () => {
    await expect(page).toHaveURL(/\/brief$/);
    await expect(page.getByLabel("Complaint, in the owner's words")).toHaveValue(/about half/);
    await expect(page.getByText("8.10 kWp, 20 modules in 2 strings")).toBeVisible();
  });

  await test.step("the walk records a finding with a photo, and the ledger moves", async () => {
    await page.getByRole("link", { name: /Walk/ }).click();
    const ledger = page.getByRole("complementary", { name: "Evidence ledger" });
    await expect(ledger.getByText("2 from data, 0 from the site")).toBeVisible();
    await page
      .getByRole("navigation", { name: "Points of the walk" })
      .getByRole("button", { name: /Rust marks, swelling/ })
      .click();
    const point = page.getByRole("article", { name: /^Rust marks, swelling/ });
    await expect(point.getByText(/Isolate first/)).toBeVisible();
    await expect(page.getByRole("region", { name: "Hazards and access" })).toContainText("snow comes down there");
    await point.getByText("Rust marks, cracks or drops inside").click();
    await expect(ledger.getByText("2 from data, 1 from the site")).toBeVisible();
    await expect(ledger.getByTestId("moved").first()).toHaveText("rises");
    await point.getByLabel("Photo of Rust marks").setInputFiles(demoFile(demo, "isolator.jpg"));
    await point.getByLabel("Note").fill("Contact of s2 is black");
    await point.getByLabel("Note").blur();
    await expect(page.getByText("All kept")).toBeVisible();
    await page.reload();
    await expect(point.getByRole("img", { name: /view 1/ })).toBeVisible();
    await expect(point.getByLabel("Note")).toHaveValue("Contact of s2 is black");
  });

  await test.step("compare takes both files in and shows the whole year", async () => {
    await page.getByRole("link", { name: /Compare/ }).click();
    await page.getByRole("navigation", { name: "Leaves" }).getByRole("link", { name: "Data" }).click();
    const files = ["weather", "production"].map((kind) => demoFile(demo, `larch-house.${kind}.csv`));
    await bringIn(page, files, /35040 rows of \d+ columns taken in, 36[56] days/);
    await page.getByRole("navigation", { name: "Leaves" }).getByRole("link", { name: "Days" }).click();
    await expect(page.getByRole("slider", { name: /^Reading line over the days/ })).toBeVisible();
    await expect(page.getByRole("complementary", { name: "Evidence ledger" }).getByText("Data 1 Nov 2025 to 31 Oct 2026")).toBeVisible();
    await page.getByRole("button", { name: /^Energy lost: [\d,]+ kWh/ }).click();
    await expect(page.getByText("expected − measured", { exact: true })).toBeVisible();
    await page.keyboard.press("Escape");
  });

  await test.step("the cascade leads from the sun to the measured energy, and a switched loss says what it changes", async () => {
    const leaves = page.getByRole("navigation", { name: "Leaves" });
    await leaves.getByRole("link", { name: "Cascade" }).click();
    const cascade = page.getByRole("list", { name: "Loss cascade" }).getByRole("listitem");
    await expect(cascade.first()).toContainText("Sun on the planes, times nameplate power");
    await expect(cascade.last()).toContainText("Measured");
    const energies = await cascade.getByRole("button").allInnerTexts();
    const kwh = energies.map((text) =>
      Number(
        text
          .replace(/±.*/, "")
          .replace(/[^\d\u2212.]/g, "")
          .replace("\u2212", "-"),
      ),
    );
    const names = await cascade.locator("> span:first-child").allInnerTexts();
    const sums = names.flatMap((name, k) => (/^(Sun|Expected|Measured)/.test(name) ? [k] : []));
    for (let s = 1; s < sums.length; s++) {
      const between = kwh.slice(sums[s - 1] + 1, sums[s]).reduce((total, value) => total + value, 0);
      expect(Math.abs(kwh[sums[s - 1]] + between - kwh[sums[s]])).toBeLessThan(8);
    }
    await leaves.getByRole("link", { name: "Assumptions" }).click();
    await page.getByRole("checkbox", { name: "Glare off the glass" }).uncheck();
    await expect(page.getByText(/Expected at the terminals: .* instead of .* \(\+2\.\d %\)/)).toBeVisible();
  });

  await test.step("diagnose names the dead string, its day, energy, money, reasons and the next test", async () => {
    await page.getByRole("link", { name: /Diagnose/ }).click();
    await expect(page.getByRole("list", { name: "Causes that stand" }).getByRole("button").first()).toContainText("String gives nothing");
    const first = page.getByRole("article", { name: "String gives nothing, string s2" });
    await expect(first).toContainText("14 Mar 2026");
    await expect(first).toContainText("s2 carried no current since 14 Mar 2026");
    await expect(first).toContainText("Open-circuit voltage of s2 at the isolator, load side and line side");
    await expect(first).toContainText("Never open a connector or fuse under load");
    await expect(first.getByRole("button", { name: /^Energy lost: [\d,]+ kWh/ })).toBeVisible();
    await expect(first.getByRole("button", { name: /^Worth: €/ })).toBeVisible();
  });

  await test.step("diagnose says what could be there without these data telling it, from which size on it would, and how to see it", async () => {
    await page.getByRole("button", { name: /^Not enough to say/ }).click();
    const small = page.getByRole("list", { name: "Too small to be told" });
    const dust = small.getByRole("listitem").filter({ hasText: "Soiling" });
    await expect(dust.getByRole("button", { name: /^Soiling: what could hide: \d\.\d %, [\d.]+ kWh/ })).toBeVisible();
    await dust.getByText("How to see it").click();
    await expect(dust).toContainText("The lower edges from the ground");
    await expect(dust).toContainText("Caution:");
    const lacking = page.getByRole("list", { name: "Asks for more than these data hold" });
    await expect(lacking.getByRole("listitem").filter({ hasText: "Decline" })).toContainText("needs 400 days: these are 365");
  });

  await test.step("what is over stands below, opens to its reasons and asks for nothing", async () => {
    await page
      .getByRole("list", { name: "Causes that are over" })
      .getByRole("button", { name: /^Snow cover/ })
      .click();
    const snow = page.getByRole("article", { name: "Snow cover, whole site" });
    await expect(snow).toContainText(/while the snow depth says that snow can lie/);
    await expect(snow).not.toContainText("Measure next");
    await expect(snow).toContainText(/\d+ times, \d+ days in all/);
    await expect(page.getByRole("list", { name: "Causes that stand" })).not.toContainText("Snow cover");
  });

  await test.step("a person overrules a cause with a reason, which is kept and shown, and takes it back", async () => {
    await page
      .getByRole("list", { name: "Causes that stand" })
      .getByRole("button", { name: /^String gives nothing/ })
      .click();
    const first = page.getByRole("article", { name: "String gives nothing, string s2" });
    await first.getByRole("button", { name: "It is not so" }).click();
    await first.getByLabel("Reason").fill("Fuse drawn on purpose while the roof was mended");
    await first.getByLabel("Reason").blur();
    const ledger = page.getByRole("complementary", { name: "Evidence ledger" });
    await expect(ledger.getByText("Overruled: Fuse drawn on purpose while the roof was mended")).toBeVisible();
    await page.reload();
    await expect(first.getByText("Overruled: it is not so")).toBeVisible();
    await first.getByRole("button", { name: "Take back" }).click();
    await expect(ledger.getByText(/^Overruled/)).toHaveCount(0);
    await expect(first.getByRole("button", { name: "It is so" })).toBeVisible();
  });

  await test.step("the report says it in plain words, with the photo, and prints", async () => {
    await page.getByRole("link", { name: /Hand over/ }).click();
    const report = page.getByRole("article", { name: "Report" });
    await expect(report).toContainText("since 14 Mar 2026");
    await expect(report.getByRole("img", { name: /Rust marks.*view 1/ })).toBeVisible();
    await page.emulateMedia({ media: "print" });
    await expect(page.getByRole("complementary", { name: "Evidence ledger" })).toBeHidden();
    const pdf = await page.pdf({ format: "A4" });
    expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
    expect(pdf.length).toBeGreaterThan(20_000);
  });

  await test.step("the newest import can be undone, an older one not before it", async () => {
    await page.emulateMedia({ media: "screen" });
    await page.goto(`${LARCH_CASE}/compare?leaf=data`);
    await page
      .getByRole("button", { name: /Undo the import of larch-house.production.csv/ })
      .first()
      .click();
    await expect(page.getByText("larch-house.production.csv taken back")).toBeVisible();
    await expect(page.getByRole("complementary", { name: "Evidence ledger" }).getByText("Data 1 Nov 2025 to 30 Apr 2026")).toBeVisible();
  });
});
