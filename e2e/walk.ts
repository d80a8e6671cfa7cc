import { expect, type Locator, type Page } from "@playwright/test";

/** A point that has all four grades, at every site, and for which nobody has to go up. */
export const HEAT = {
  id: "board-heat",
  title: "Heat marks on bar, breaker and terminals",
  watch: "One some degrees warmer",
  fix: "Browned, or over 20 K warmer",
  stop: "Melted, charred or smelling",
} as const;

/** The sheet of a point that is open, by its title. */
export const pointSheet = (page: Page, title: string): Locator => page.getByRole("article", { name: title });

/**
 * Goes to a point of the walk that is open, as its address says it.
 * @param id where a site has a field and a roof with `field.` or `roof.` before it
 * @returns its sheet
 */
export async function openPoint(page: Page, id: string): Promise<Locator> {
  const [part, pointId] = id.includes(".") ? id.split(".") : ["", id];
  const sheet = page
    .getByRole("article")
    .filter({ has: page.locator(`#point-${pointId}`) })
    .filter({ hasText: { "": "", field: "in the field, ", roof: "on the roof, " }[part] });
  // A page that has just come may still be writing its first point into the address.
  await expect(async () => {
    await page.evaluate((to) => {
      // Replaced as the application does it, so that its router's next refresh doesn't bring the old address back.
      window.history.replaceState(null, "", `#${to}`);
      window.dispatchEvent(new Event("hashchange"));
    }, id);
    await expect(sheet).toBeVisible({ timeout: 3000 });
  }).toPass({ timeout: 60_000 });
  return sheet;
}

/** The same of a point on a roof: what holds it back is answered by looking from below, unless that was said already. */
export async function openFromBelow(page: Page, id: string): Promise<Locator> {
  const sheet = await openPoint(page, id);
  const grades = gradeOf(sheet, /^(Sound|Watch|Fix|Stop)/).first();
  const below = sheet.getByRole("button", { name: "Nobody goes up: looked at from below" });
  await expect(grades.or(below)).toBeVisible();
  // What this device has said already may still be read from its own store.
  await page.waitForLoadState("networkidle");
  if (await below.isVisible()) await below.click();
  await expect(grades).toBeVisible();
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

/** Waits until the stations of a case are on the device. */
export async function keptHere(page: Page): Promise<void> {
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const name = (await caches.keys()).find((key) => key.startsWith("irradant-pages-"));
        return name ? (await (await caches.open(name)).keys()).length : 0;
      }),
    )
    .toBeGreaterThanOrEqual(10);
}

/**
 * A new site on a pitched tile roof, of 24 modules.
 * @param field whether half of them stand in a field
 * @returns its id
 */
export async function pitchedRoofOf24(page: Page, field = false): Promise<string> {
  const site = await (await page.request.get("/api/sites/larch-house/file")).json();
  const id = `tile-roof-${Date.now()}`;
  const [plane] = site.planes;
  const made = {
    ...{ ...site, id, name: "Tile roof" },
    planes: [{ ...plane, roof: "tile" }, ...(field ? [{ ...plane, id: "rack", mounting: "ground-rack", obstacles: [] }] : [])],
    strings: site.strings.map((one: object, k: number) => ({ ...one, modules: 12, ...(field && k === 1 ? { plane: "rack" } : {}) })),
  };
  const answer = await page.request.post("/api/sites", { data: made });
  expect(answer.status()).toBe(200);
  return id;
}
