import { expect, LARCH_CASE, test } from "./app";
import { gradeOf, openPoint } from "./walk";

test.use({ file: "danger" });

const STOP = "Swollen, water standing inside or hissing";

test("danger leads: on Triage, Diagnose, the ledger and the report, and no next step sends anyone there without it", async ({ page }) => {
  await page.goto(`${LARCH_CASE}/walk`, { waitUntil: "networkidle" });
  const point = await openPoint(page, "isolator-wet");
  await gradeOf(point, new RegExp(STOP)).click();
  await expect(point.getByRole("alert")).toContainText("At once: Don't open it");
  await point.getByRole("button", { name: /^Place of/ }).click();
  await page.getByRole("button", { name: "string s2" }).click();
  await expect(page.getByText("All kept")).toBeVisible();

  await page.goto("/", { waitUntil: "networkidle" });
  const row = page.getByRole("rowgroup", { name: "Danger now" }).locator("[data-row]").first();
  await expect(row).toContainText("Larch House");
  await expect(row).toContainText(`${STOP} (string s2)`);

  await page.goto(`${LARCH_CASE}/diagnose`, { waitUntil: "networkidle" });
  const main = page.locator("main");
  await expect(main.getByRole("list", { name: "Danger" })).toBeInViewport();
  const danger = /Danger was found here: /;
  await expect(main.getByText(danger).first()).toBeVisible();
  await expect(page.getByRole("article", { name: "String gives nothing, string s2" })).toContainText(danger);
  await expect(page.getByRole("complementary", { name: "Evidence ledger" }).getByRole("list", { name: "Danger" })).toBeVisible();

  await page.goto(`${LARCH_CASE}/hand-over`);
  const report = page.getByRole("article", { name: "Report" });
  const [first] = await report.getByRole("heading", { level: 3 }).allInnerTexts();
  expect(first).toBe("Danger");
});
