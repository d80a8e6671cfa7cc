import { readFile } from "node:fs/promises";
import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "./app";
import { openPoint } from "./walk";

/* The firm's own catalogue: changed at the desk, in force on the next walk, out and in as a file. */
test.use({ file: "catalogue" });

test("a point is added, worded, moved and left out; walks are made by it, and it goes out, in and back", async ({ page }) => {
  await page.goto("/firm/catalogue", { waitUntil: "networkidle" });
  const board = page.getByRole("region", { name: "Panel board" });
  await board.getByRole("button", { name: "Another point, Panel board" }).click();
  const form = page.getByRole("region", { name: "Point own-1" });
  await form.getByLabel("What is looked at").fill("Our seal on the board");
  await form.getByLabel("Words of grade 2").fill("Seal broken");
  await form.getByLabel("What is looked at").fill("");
  await expect(form.getByRole("alert")).toContainText("title");
  await form.getByLabel("What is looked at").fill("Our seal on the board");
  await expect(form.getByRole("alert")).toHaveCount(0);
  // Which sites have it, what it says of causes, what is read there: nothing of it is written as code.
  await form.getByLabel("Only sites by").selectOption("Inverters");
  await form.getByRole("group", { name: "Inverters" }).getByRole("button", { name: "at each module" }).click();
  await form.getByLabel("Speaks for another cause").selectOption("String gives nothing");
  const evidence = form.getByRole("group", { name: "For String gives nothing" });
  await evidence.getByLabel("Weight of a fix").fill("9");
  await expect(form.getByRole("alert")).toContainText("speaksFor.0.weight");
  await evidence.getByLabel("Weight of a fix").fill("1,4");
  await expect(form.getByRole("alert")).toHaveCount(0);
  await form.getByRole("button", { name: "Something is read there" }).click();
  await form.getByLabel("What", { exact: true }).fill("Width of the gap");
  await form.getByLabel("Unit").fill("mm");
  await form.getByLabel("Measurement that would settle it").selectOption("Torque");
  await form.getByRole("button", { name: "Earlier" }).click();
  await board.getByRole("button", { name: /^Labels: two supplies/ }).click();
  await page.getByRole("button", { name: "Leave it out" }).click();
  await expect(board.getByRole("button", { name: /^Labels: two supplies/ })).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(board.getByRole("button", { name: /^Labels: two supplies/ })).toHaveCount(1);
  // What was changed and not kept is there after a reload.
  await page.reload({ waitUntil: "networkidle" });
  await expect(board.getByRole("button", { name: "Our seal on the board" })).toHaveCount(1);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target).join(" ")}`)).toEqual([]);
  await page.getByRole("button", { name: /^Keep \d/ }).click();
  await expect(page.locator("#bench").getByRole("status")).toContainText("Kept.");
  await page.goto("/cases/larch-house-2026/walk", { waitUntil: "networkidle" });
  const point = await openPoint(page, "own-1");
  await expect(point).toContainText("Our seal on the board");
  await point.getByRole("button", { name: /^Fix Seal broken/ }).click();
  await expect(page.getByRole("button", { name: /^What was recorded on this device/ })).toContainText("All kept", { timeout: 120_000 });
  await page.goto("/cases/larch-house-2026/hand-over", { waitUntil: "networkidle" });
  await expect(page.getByRole("region", { name: "What was seen" })).toContainText("Our seal on the board: Seal broken");
  await page.goto("/firm/catalogue", { waitUntil: "networkidle" });
  const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "As a file" }).click()]);
  const file = await readFile((await download.path()) as string, "utf8");
  const { stations } = JSON.parse(file) as { stations: { points: { id: string }[] }[] };
  expect(stations.flatMap(({ points }) => points).find(({ id }) => id === "own-1")).toMatchObject({
    applies: { inverter: ["string", "micro"] },
    speaksFor: [{ cause: "string-open", weight: 1.4 }],
    measured: { what: "Width of the gap", unit: "mm", from: 0, to: 100 },
    settledBy: "torque",
  });
  await page.getByRole("button", { name: "As shipped again" }).click();
  await expect(board.getByRole("button", { name: "Our seal on the board" })).toHaveCount(0);
  const bring = (text: string) =>
    page.getByLabel("Catalogue from a file").setInputFiles({ name: "ours.json", mimeType: "application/json", buffer: Buffer.from(text) });
  await bring(file.replace('"Our seal on the board"', '""'));
  await expect(page.locator("#bench").getByRole("status")).toContainText("title");
  await bring(file);
  await expect(board.getByRole("button", { name: "Our seal on the board" })).toHaveCount(1);
  // What was found by it is readable under the shipped one too.
  await page.getByRole("button", { name: "As shipped again" }).click();
  await expect(page.locator("#bench").getByRole("status")).toContainText("The shipped one is in force");
  await page.goto("/cases/larch-house-2026/hand-over", { waitUntil: "networkidle" });
  await expect(page.getByRole("region", { name: "What was seen" })).toContainText("Our seal on the board: Seal broken");
});
