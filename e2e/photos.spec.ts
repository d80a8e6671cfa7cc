import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { demoFile, expect, test } from "./app";
import { choose, gradeOf, pointSheet } from "./walk";

/* Photos of findings: what is drawn over them, and the same photo again on a later visit, through a camera that the browser pretends to have. */
test.use({
  file: "photos",
  launchOptions: {
    executablePath: "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-quic", "--no-first-run", "--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream"],
  },
});

const allKept = (page: Page) =>
  expect(page.getByRole("button", { name: /^What was recorded on this device/ })).toContainText("All kept", { timeout: 120_000 });

/** A case of its own, with a finding and its photo. */
async function visit(page: Page, siteId: string) {
  const answer = await page.request.post("/api/cases", { data: { siteId, kind: "routine", title: "A walk" } });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`/cases/${id}/walk#isolator-wet`, { waitUntil: "networkidle" });
  const point = pointSheet(page, "Rust marks, swelling");
  await choose(gradeOf(point, /^Fix/));
  return { id, point };
}

test("an arrow, a ring, words and a cut by mouse and by keys, taken back one by one, kept over a reload and shown in the report", async ({
  page,
  demo,
}) => {
  const { id, point } = await visit(page, "lake-rack");
  await point.getByLabel(/^Photo of/).setInputFiles(demoFile(demo, "isolator.jpg"));
  await allKept(page);
  await point.getByRole("button", { name: /^Mark Rust marks.*view 1/ }).click();
  const dialog = page.getByRole("dialog");
  const marks = dialog.getByRole("list", { name: "Marks" }).getByRole("listitem");
  const canvas = dialog.locator("canvas").first();
  await expect(canvas).toBeVisible();
  const drag = async (from: [number, number], to: [number, number]) => {
    const box = await canvas.boundingBox();
    if (!box) throw new Error("no canvas");
    await page.mouse.move(box.x + box.width * from[0], box.y + box.height * from[1]);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * to[0], box.y + box.height * to[1], { steps: 4 });
    await page.mouse.up();
  };
  await drag([0.2, 0.8], [0.4, 0.5]);
  await expect(marks).toHaveText([/^Arrow/]);
  const tools = dialog.getByRole("group", { name: "Draw" });
  await tools.getByRole("button", { name: "Words" }).click();
  await dialog.getByRole("button", { name: "Put in the middle" }).click();
  await page.keyboard.type("entry from above");
  await page.keyboard.press("Enter");
  await tools.getByRole("button", { name: "Ring" }).click();
  await dialog.getByRole("button", { name: "Put in the middle" }).click();
  await dialog.getByRole("application").focus();
  await page.keyboard.press("ArrowLeft");
  await expect(marks).toHaveCount(3);
  await tools.getByRole("button", { name: "Cut" }).click();
  await drag([0.05, 0.1], [0.9, 0.95]);
  await expect(dialog.getByRole("button", { name: "Show the whole" })).toBeEnabled();
  // The last stroke, then the ring's step, then the ring itself.
  for (let k = 0; k < 3; k++) await dialog.getByRole("button", { name: "Undo" }).click();
  await expect(marks).toHaveCount(2);
  await expect(dialog.getByRole("button", { name: "Show the whole" })).toBeDisabled();
  const { violations } = await new AxeBuilder({ page }).include("[role=dialog]").analyze();
  expect(violations.map(({ id: rule, nodes }) => `${rule}: ${nodes.map(({ target }) => target).join(" ")}`)).toEqual([]);
  await dialog.getByRole("button", { name: "Done" }).click();
  await allKept(page);
  await page.reload({ waitUntil: "networkidle" });
  await expect(point.getByRole("img", { name: /view 1/ }).getByText("entry from above")).toBeAttached();
  await page.goto(`/cases/${id}/hand-over`, { waitUntil: "networkidle" });
  const seen = page.getByRole("region", { name: "What was seen" }).getByRole("img", { name: /^Rust marks.*view 1/ });
  await expect(seen.getByText("entry from above")).toBeAttached();
  await expect(seen.locator("path")).toHaveCount(2);
});

test("on a later visit the camera opens with the earlier photo laid over it, and what it takes belongs to today's finding", async ({
  page,
  demo,
}) => {
  const first = await visit(page, "coop-store");
  await first.point.getByLabel(/^Photo of/).setInputFiles(demoFile(demo, "isolator.jpg"));
  await allKept(page);
  const { point } = await visit(page, "coop-store");
  await point.getByRole("region", { name: "On earlier visits" }).getByRole("button", { name: "As before" }).click();
  const dialog = page.getByRole("dialog", { name: /^As it was on / });
  await expect(dialog.getByRole("img", { name: /^As it was on / })).toHaveCSS("opacity", "0.4");
  await dialog.getByLabel("How it was").fill("70");
  await expect(dialog.getByRole("img", { name: /^As it was on / })).toHaveCSS("opacity", "0.7");
  await expect
    .poll(() => dialog.locator("video").evaluate((video) => (video as HTMLVideoElement).videoWidth), { timeout: 60_000 })
    .toBeGreaterThan(0);
  await dialog.getByRole("button", { name: "Take it" }).click();
  await expect(dialog).toBeHidden();
  await allKept(page);
  await expect(point.getByRole("img", { name: /^Rust marks.*view 1/ })).toBeVisible();
});
