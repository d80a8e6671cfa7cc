import { expect, type Locator, type Page } from "@playwright/test";

/** A point that has all four grades, at every site. */
export const GLASS = {
  id: "glass-cracked",
  title: "Cracked glass or cells",
  watch: "Scratched, or hair lines in cells",
  fix: "Cracked, still dry and held together, or cells with dark parts",
  stop: "Shattered, open, wet or frame live",
} as const;

/** The sheet of a point that is open, by its title. */
export const pointSheet = (page: Page, title: string): Locator => page.getByRole("article", { name: title });

/** Goes to a point of the walk that is open, as its address says it. @returns its sheet */
export async function openPoint(page: Page, id: string): Promise<Locator> {
  const sheet = page.getByRole("article").filter({ has: page.locator(`#point-${id}`) });
  // A page that has just come may still be writing its first point into the address.
  await expect(async () => {
    await page.evaluate((to) => {
      window.location.hash = to;
    }, id);
    await expect(sheet).toBeVisible({ timeout: 3000 });
  }).toPass({ timeout: 60_000 });
  return sheet;
}

/** A grade of a point, by the words that it begins with after its severity. */
export const gradeOf = (sheet: Locator, words: string | RegExp): Locator =>
  sheet.getByRole("group", { name: /^Grade of/ }).getByRole("button", { name: words });

/** Chooses a grade that keeps the point open. */
export async function choose(grade: Locator): Promise<void> {
  await grade.click();
  await expect(grade).toHaveAttribute("aria-pressed", "true");
}
