import { readFile } from "node:fs/promises";
import { demoFile, expect, test } from "./app";

test.use({ file: "api" });

test("everything that is known of a site leaves it in the public formats, and reads back the same", async ({ request, demo }) => {
  const site = await (await request.get("/api/sites/weir-barn/file")).json();
  expect(site).toEqual(JSON.parse(await readFile(demoFile(demo, "weir-barn.site.json"), "utf8")));
  const csv = await (await request.get("/api/sites/weir-barn/series?kind=weather")).text();
  const original = await readFile(demoFile(demo, "weir-barn.weather.csv"), "utf8");
  expect(csv.split("\n")[0]).toBe(original.split("\n")[0]);
  const [, ghi] = csv.split("\n")[5000].split(",");
  const [, same] = original.split("\n")[5000].split(",");
  expect(Math.abs(Number(ghi) - Number(same))).toBeLessThan(0.01);
  const diagnosis = await (await request.get("/api/sites/weir-barn/diagnosis")).json();
  expect(diagnosis).toMatchObject({ format: "irradant-diagnosis/1", site: "weir-barn", healthy: false });
  expect(diagnosis.causes.map((cause: { cause: string }) => cause.cause)).toContain("inverter-outage");
});

test("what isn't there is not found, and what can't be read is said", async ({ request }) => {
  expect((await request.get("/api/photos/none")).status()).toBe(404);
  expect((await request.get("/api/jobs/none")).status()).toBe(404);
  expect((await request.get("/api/demo-files/..%2Firradant.sqlite")).status()).toBe(404);
  expect((await request.get("/sites/none")).status()).toBe(404);
  expect((await request.get("/cases/none/brief")).status()).toBe(404);
  const bad = await request.post("/api/changes", { data: { id: "x", kind: "finding" } });
  expect(bad.status()).toBe(400);
  expect((await bad.json()).error).toContain("caseId");
  const kind = await request.post("/api/sites/weir-barn/import?kind=moon&name=a.csv", { data: "x" });
  expect(kind.status()).toBe(400);
  const unknown = await request.post("/api/sites/none/import?kind=weather&name=a.csv", { data: "x" });
  expect((await unknown.json()).error).toBe('There is no site "none"');
});

test("another page can't change anything here", async ({ request }) => {
  const answer = await request.post("/api/cases", {
    data: { siteId: "weir-barn", kind: "routine", title: "x" },
    headers: { origin: "http://elsewhere.example" },
  });
  expect(answer.status()).toBe(403);
});

test("a new case is opened from triage and begins at its brief", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New case at Weir Barn, Unterbach" }).click();
  await page.getByLabel("Why we come").fill("Hum from the east inverter");
  await page.getByRole("button", { name: "Open the case" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Hum from the east inverter");
  await expect(page.getByText("Nothing is written of hazards and access yet: ask before you drive.")).toBeVisible();
});

test("the sheet stays as it was left", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Change between light and dark sheet" }).click();
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-sheet", "dark");
});
