import { createHash } from "node:crypto";
import { readFile } from "node:fs/promises";
import AxeBuilder from "@axe-core/playwright";
import type { APIRequestContext } from "@playwright/test";
import { type Demo, demoFile, expect, LARCH_CASE, test } from "./app";

test.use({ file: "imports" });

const SITE = "larch-house";

/** What the database holds of a site's series, as a fingerprint of the exported file. */
async function fingerprint(request: APIRequestContext, kind = "production"): Promise<string> {
  const file = await (await request.get(`/api/sites/${SITE}/series?kind=${kind}`)).body();
  return createHash("sha256").update(file).digest("hex");
}

async function rows(demo: Demo): Promise<string[]> {
  return (await readFile(demoFile(demo, `${SITE}.production.csv`), "utf8")).trimEnd().split("\n");
}

const change = (line: number, make: (cells: string[]) => string[]) => (lines: string[]) =>
  lines.map((text, k) => (k + 1 === line ? make(text.split(",")).join(",") : text));

const BROKEN: { name: string; spoil: (lines: string[]) => string[]; says: RegExp }[] = [
  { name: "a missing cell", spoil: change(700, (cells) => cells.slice(0, -1)), says: /line 700.*found 5 cells, expected 6/ },
  {
    name: "a missing timestamp column",
    spoil: (lines) => lines.map((line) => line.split(",").slice(1).join(",")),
    says: /line 1, first column.*expected timestamp/,
  },
  {
    name: "columns of another site",
    spoil: (lines) => [lines[0].replaceAll("inv1", "other").replaceAll("s1.", "x1.").replaceAll("s2.", "x2."), ...lines.slice(1)],
    says: /line 1.*expected a column that gives the power.*inv1\.ac_w/,
  },
  {
    name: "a broken date on line 500",
    spoil: change(500, ([, ...rest]) => ["2025-13-41T00:00:00Z", ...rest]),
    says: /line 500, timestamp: found "2025-13-41T00:00:00Z", expected an ISO 8601 instant/,
  },
  {
    name: "letters in a number",
    spoil: change(900, ([at, , ...rest]) => [at, "12a", ...rest]),
    says: /line 900, inv1\.ac_w: found "12a", expected a number/,
  },
  {
    name: "times without offset",
    spoil: (lines) => lines.map((line) => line.replace("Z,", ",")),
    says: /line 2, timestamp.*expected an offset/,
  },
  {
    name: "twice the same instant",
    spoil: (lines) => [...lines.slice(0, 300), lines[299], ...lines.slice(300)],
    says: /line 301, timestamp.*same instant as line 300.*expected each instant once/,
  },
  {
    name: "a different interval in the rows",
    spoil: change(50, ([at, ...rest]) => [at.replace(/:(\d)(\d):00Z/, (_, a, b) => `:${a}${(Number(b) + 3) % 10}:00Z`), ...rest]),
    says: /line 50, timestamp: found a step of .* minutes, expected 15 minutes/,
  },
  { name: "zero rows", spoil: (lines) => lines.slice(0, 1), says: /no rows under the header/ },
];

for (const { name, spoil, says } of BROKEN) {
  test(`a file in our own format with ${name} is refused whole, with the line`, async ({ request, demo }) => {
    const before = await fingerprint(request);
    const data = Buffer.from(`${spoil(await rows(demo)).join("\n")}\n`);
    const { id } = await (await request.post(`/api/sites/${SITE}/import?kind=production&name=broken.csv`, { data })).json();
    const job = async () => (await request.get(`/api/jobs/${id}`)).json();
    await expect.poll(async () => (await job()).state).toBe("failed");
    expect((await job()).message).toMatch(says);
    expect(await fingerprint(request)).toBe(before);
  });
}

test("a server killed in the middle of an import leaves all of it or nothing", async ({ request, demo }) => {
  const before = await fingerprint(request);
  const file = await readFile(demoFile(demo, `${SITE}.production.csv`));
  const upload = async () => (await request.post(`/api/sites/${SITE}/import?kind=production&name=year.csv`, { data: file })).json();
  const full = await upload();
  await expect.poll(async () => (await (await request.get(`/api/jobs/${full.id}`)).json()).state).toBe("done");
  const after = await fingerprint(request);
  expect(after).not.toBe(before);
  const imports = async () => (await request.get(`${LARCH_CASE}/compare?leaf=data`)).text();
  const undo = /Undo the import of year\.csv/;
  expect(await imports()).toMatch(undo);

  for (const waitMs of [60, 250, 450, 700]) {
    const outcome = await test.step(`killed after ${waitMs} ms`, async () => {
      await resetTo(before);
      await upload().catch(() => null);
      await new Promise((resolve) => setTimeout(resolve, waitMs));
      await demo.kill();
      await demo.start();
      return fingerprint(request);
    });
    expect([before, after]).toContain(outcome);
  }

  /** Takes the newest imports back until the data are as they were. */
  async function resetTo(wanted: string): Promise<void> {
    for (let k = 0; k < 4 && (await fingerprint(request)) !== wanted; k++) {
      const page = await imports();
      const ids = [...page.matchAll(/"id\\?":\\?"([0-9a-f-]{36})\\?",\\?"kind\\?":\\?"production/g)].map((match) => match[1]);
      for (const id of ids) await request.post(`/api/imports/${id}/undo`);
    }
    expect(await fingerprint(request)).toBe(wanted);
  }
});

test("a running import can be cancelled and leaves nothing", async ({ request, demo }) => {
  const before = await fingerprint(request, "weather");
  const file = await readFile(demoFile(demo, `${SITE}.weather.csv`));
  const job = await (await request.post(`/api/sites/${SITE}/import?kind=weather&name=w.csv`, { data: file })).json();
  await request.delete(`/api/jobs/${job.id}`);
  await expect.poll(async () => (await (await request.get(`/api/jobs/${job.id}`)).json()).state).toBe("cancelled");
  expect(await fingerprint(request, "weather")).toBe(before);
});

test("a day that is added is in the diagnosis within seconds, and in the end all is fitted anew", async ({ page, request, demo }) => {
  for (const kind of ["weather", "production"]) {
    const [header, ...lines] = (await readFile(demoFile(demo, `${SITE}.${kind}.csv`), "utf8")).trimEnd().split("\n");
    // The demonstration's data end with April, by the site's clock.
    const day = lines.filter((line) => line >= "2026-04-30T22:00" && line < "2026-05-01T22:00");
    const data = Buffer.from(`${[header, ...day].join("\n")}\n`);
    const job = await (await request.post(`/api/sites/${SITE}/import?kind=${kind}&name=day.csv`, { data })).json();
    await expect.poll(async () => (await (await request.get(`/api/jobs/${job.id}`)).json()).state).toBe("done");
  }
  await page.goto(`${LARCH_CASE}/diagnose`);
  await expect(page.getByText("Data 1 Nov 2025 to 1 May 2026")).toBeVisible({ timeout: 20_000 });
  const analysis = async () => (await request.get(`/api/sites/${SITE}/analysis`)).json();
  await expect.poll(analysis, { timeout: 30_000 }).toMatchObject({ current: true, goneOn: false, progress: null });
});

test("a site file makes a new site, and a broken one is refused with its key", async ({ page, demo }) => {
  const site = JSON.parse(await readFile(demoFile(demo, "meadow-school.site.json"), "utf8"));
  site.id = "new-roof";
  site.name = "New Roof";
  await page.goto("/");
  const give = (content: object) =>
    page
      .getByLabel(/Add a site from its file/)
      .setInputFiles({ name: "new.site.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(content)) });
  await give({ ...site, strings: [{ ...site.strings[0], plane: "attic" }] });
  await expect(page.getByText('strings.0.plane: found "attic", expected one of field')).toBeVisible();
  await give({ ...site, ownKey: { kept: true } });
  await expect(page.getByText("new-roof: as-built version 1 recorded")).toBeVisible();
  await expect(page.getByRole("link", { name: "New Roof" })).toBeVisible();
  expect(await (await page.request.get("/api/sites/new-roof/file")).json()).toMatchObject({ id: "new-roof", ownKey: { kept: true } });
});

test("what is stored is seen month by month, out of sums", async ({ page }) => {
  await page.goto("/sites/larch-house");
  await page.getByRole("link", { name: "What is stored, by month" }).click();
  await expect(page.getByRole("heading", { level: 1, name: /What is stored/ })).toBeVisible();
  await page.getByRole("link", { name: "Earlier" }).click();
  await expect(page).toHaveURL(/month=\d{4}-\d{2}/);
  const row = page.getByRole("row", { name: /^inv1\.ac_w/ });
  await expect(row.getByRole("img", { name: /values on \d+ of \d+ days/ })).toBeVisible();
  await row.getByRole("button", { name: /energy in the month/ }).click();
  await expect(page.getByText("Σ power × interval")).toBeVisible();
  await page.keyboard.press("Escape");
  const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
});
