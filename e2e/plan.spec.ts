import AxeBuilder from "@axe-core/playwright";
import { demoFile, expect, test } from "./app";
import { stored } from "./stored";
import { choose, gradeOf, openFromBelow, openPoint, pointSheet } from "./walk";

/* The plan as the index of what was found: on modules, mounts and rails, in boxes and runs. */
test.use({ file: "plan" });

test("a finding is pinned on a rail by touch and by keys, and found again on the plan with its module's serial, energy and photos", async ({
  page,
  demo,
}) => {
  const answer = await page.request.post("/api/cases", { data: { siteId: "weaver-row", kind: "routine", title: "Pins" } });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`/cases/${id}/walk`, { waitUntil: "networkidle" });
  const point = await openFromBelow(page, "glass-cracked");
  await choose(gradeOf(point, /^Fix/));
  await point.getByLabel(/^Photo of/).setInputFiles(demoFile(demo, "isolator.jpg"));
  await point.getByRole("button", { name: /^Pin of .*: not set/ }).click();
  const board = page.getByRole("application").first();
  await board.focus();
  // The first key puts it in the middle, the next moves it by a tenth of a metre.
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowUp");
  await board.click({ position: { x: 60, y: 60 } });
  await expect(page.getByRole("img", { name: "Pin" })).toHaveCount(1);
  await page.getByRole("button", { name: "Done" }).click();
  await expect(point.getByRole("button", { name: /^Pin of .*: set/ })).toBeVisible();
  await expect(point.getByRole("button", { name: /^Place of .*: module / })).toBeVisible();
  const place = /: module (.+)$/.exec((await point.getByRole("button", { name: /^Place of/ }).getAttribute("aria-label")) ?? "")?.[1] ?? "";
  await gradeOf(await openPoint(page, "board-heat"), /^Watch/).click();
  await page.getByRole("button", { name: "Plan", exact: true }).click();
  await page.getByRole("button", { name: `module ${place}, 1 found` }).click();
  const card = page.getByRole("region", { name: `Module ${place}` });
  await expect(card).toContainText("Cracked glass or cells");
  await expect(card.getByRole("img", { name: /^Cracked glass/ })).toBeVisible();
  await expect(card.getByText(/ in these data, \d+\s%\sof the middle one of \d+ like it/)).toBeVisible();
  await card.getByRole("button", { name: /^Energy: / }).click();
  await expect(page.getByRole("dialog")).toContainText("middle one of the others");
  await page.keyboard.press("Escape");
  await expect(page.getByText("Panel board")).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).include("#bench").analyze();
  expect(violations.map(({ id: rule, nodes }) => `${rule}: ${nodes.map(({ target }) => target).join(" ")}`)).toEqual([]);
  await card.getByRole("button", { name: "Record its serial" }).click();
  await page.getByLabel("Serial number").fill("FG-20-1117");
  await page.getByLabel("Serial number").blur();
  await page.getByRole("button", { name: "Plan", exact: true }).click();
  await page.getByRole("button", { name: `module ${place}, 1 found` }).click();
  await expect(card).toContainText("no. FG-20-1117");
  await card.getByRole("button", { name: "Cracked glass or cells" }).click();
  await expect(pointSheet(page, "Cracked glass or cells")).toBeVisible();
  await expect(page.getByRole("button", { name: /^What was recorded on this device/ })).toContainText("All kept", { timeout: 120_000 });
  expect(await stored(demo, `SELECT place FROM findings WHERE caseId = '${id}' AND pointId = 'glass-cracked'`)).toEqual([{ place }]);
});
