import { mkdtempSync, readdirSync, rmSync, symlinkSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ReadableStream } from "node:stream/web";
import { QueryTypes } from "sequelize";
import { afterAll, beforeAll, expect, it, vi } from "vitest";
import { zoneOffsetMinutes } from "@/core/series/localDay";
import { exampleSite } from "@/core/simulator/exampleSite";
import { simulatedCase } from "@/core/simulator/simulatedCase";
import { PRAGMAS } from "@/db/connections";
import { loadSeries } from "@/db/seriesStore";
import { BUILT_IN_ACTOR as ME } from "../actor";
import { closeDatabase, database } from "../database";
import { listImports, undoImport } from "../imports/importSeries";
import { originalFile } from "../imports/reading";
import { cancelJob, findJob, type Job } from "../jobs/jobs";
import { saveSite } from "../sites/saveSite";
import { closePool } from "../work/pool";
import { addIntakeFile, mappingOf, openIntake, previewIntake, readIntake, startIntake, waitingIntakes } from "./intake";
import { takeIn } from "./takeIn";

const folder = mkdtempSync(join(tmpdir(), "irradant-intake-"));
const site = exampleSite();
const DAYS = 40;
const { production } = simulatedCase({ site, days: DAYS, from: "2025-05-01", told: /ac_w$/ });
const power = production.channels.get("inv1.ac_w") as Float64Array;

beforeAll(async () => {
  process.env.IRRADANT_DATA = folder;
  await saveSite(ME, site, "As built");
});
afterAll(async () => {
  await closePool();
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

const two = (value: number) => String(value).padStart(2, "0");

/** Days of the array as a portal writes them: local time, kilowatts, decimal commas. */
function exportOf(from: number, to: number, factor = 1): string {
  const rows = ["Zeit;Leistung [kW]"];
  for (let i = from * 96; i < to * 96; i++) {
    const at = production.grid.startMs + i * production.grid.stepMs;
    const wall = new Date(at + zoneOffsetMinutes(site.location.timeZone, at) * 60_000);
    rows.push(
      `${two(wall.getUTCDate())}.${two(wall.getUTCMonth() + 1)}.${wall.getUTCFullYear()} ${two(wall.getUTCHours())}:${two(wall.getUTCMinutes())};${((power[i] * factor) / 1000).toFixed(4).replace(".", ",")}`,
    );
  }
  return rows.join("\n");
}

const streamOf = (text: string) => new Blob([text]).stream() as unknown as ReadableStream;

async function ended(job: Job): Promise<Job> {
  return vi.waitFor(
    async () => {
      const now = await findJob(ME, job.id);
      expect(now.state).not.toBe("running");
      return now;
    },
    { timeout: 600_000, interval: 50 },
  );
}

async function brought(...texts: string[]): Promise<string> {
  const { id } = await startIntake(ME, site.id);
  for (const [k, text] of texts.entries()) await addIntakeFile(ME, id, `export-${k + 1}.csv`, streamOf(text));
  expect(await ended(await readIntake(ME, id))).toMatchObject({ state: "done" });
  return id;
}

/** What the site has of the inverter's power, by place in the whole. */
async function stored(): Promise<(number | undefined)[]> {
  const series = await loadSeries(site.id, "production");
  if (!series) return [];
  const first = Math.round((series.grid.startMs - production.grid.startMs) / production.grid.stepMs);
  const values = series.channels.get("inv1.ac_w") as Float64Array;
  return Array.from(power, (_, i) => (Number.isNaN(values[i - first]) ? undefined : values[i - first]));
}

it("puts files of one source together, shows them, and takes them in as they were", async () => {
  const id = await brought(exportOf(0, 10), exportOf(10, 20));
  const view = await openIntake(ME, id);
  expect(view.tables).toHaveLength(1);
  expect(view.tables?.[0]).toMatchObject({ files: ["export-1.csv", "export-2.csv"], rows: 1920, remembered: false });
  expect(mappingOf(view, 0)).toMatchObject({ zone: "Europe/Vienna", stamps: "start", dates: "dmy" });
  const preview = await previewIntake(ME, id, 0);
  if (!preview.ok) throw new Error(preview.lines.join());
  expect(preview.overlaps).toEqual([]);
  expect(Math.abs(preview.preview.offMinutes ?? 99)).toBeLessThan(10);
  expect(await ended(await takeIn(ME, id, { tables: [0], clockAsIs: false }))).toMatchObject({ state: "done" });
  const values = await stored();
  for (let i = 0; i < 1920; i++) expect(values[i]).toBeCloseTo(power[i], 0);
  await expect(openIntake(ME, id)).rejects.toMatchObject({ kind: "not-found" });
  // The files stay as they came, packed.
  expect(readdirSync(join(folder, "originals")).filter((name) => name.startsWith(id))).toHaveLength(2);
  expect(readdirSync(join(folder, "intakes"))).not.toContain(id);
  const [entry] = await listImports(ME, site.id);
  expect(entry.reading?.files).toEqual(["export-1.csv", "export-2.csv"]);
  const { name, bytes } = await originalFile(ME, entry.id, 1);
  expect(name).toBe("export-2.csv");
  expect(await new Response(bytes).text()).toBe(exportOf(10, 20));
  await expect(originalFile(ME, entry.id, 2)).rejects.toMatchObject({ kind: "not-found" });
});

it("reads a source as it was confirmed before", async () => {
  const id = await brought(exportOf(20, 24));
  expect((await openIntake(ME, id)).tables?.[0].remembered).toBe(true);
  const view = await openIntake(ME, id);
  const mapping = { ...mappingOf(view, 0), stamps: "end" as const };
  await previewIntake(ME, id, 0, mapping);
  // What a person chose stays, whoever asks next.
  expect(mappingOf(await openIntake(ME, id), 0).stamps).toBe("end");
  expect((await waitingIntakes(ME, site.id)).map((entry) => entry.id)).toEqual([id]);
});

it("asks where days differ, and takes what is answered", async () => {
  const before = await stored();
  const other = () => brought(exportOf(15, 25, 0.8));
  const asked = await other();
  await expect(takeIn(ME, asked, { tables: [0], clockAsIs: false })).rejects.toMatchObject({ kind: "conflict" });
  expect(await stored()).toEqual(before);
  await ended(await takeIn(ME, asked, { tables: [0], clockAsIs: false, overlaps: "site" }));
  const kept = await stored();
  for (let i = 16 * 96; i < 19 * 96; i++) expect(kept[i]).toBe(before[i]);
  expect(kept[22 * 96 + 45]).toBeCloseTo(power[22 * 96 + 45] * 0.8, 0);
  const again = await other();
  await ended(await takeIn(ME, again, { tables: [0], clockAsIs: false, overlaps: "file" }));
  expect((await stored())[17 * 96 + 45]).toBeCloseTo(power[17 * 96 + 45] * 0.8, 0);
  const [last] = await listImports(ME, site.id);
  await undoImport(ME, last.id);
  expect(await stored()).toEqual(kept);
});

it("asks about a clock that the sun contradicts", async () => {
  // Another heading: how a source is read is remembered.
  const id = await brought(exportOf(25, 40).replace("Leistung", "Wirkleistung"));
  const mapping = { ...mappingOf(await openIntake(ME, id), 0), zone: "UTC+06:00" };
  await previewIntake(ME, id, 0, mapping);
  await expect(takeIn(ME, id, { tables: [0], clockAsIs: false, overlaps: "file" })).rejects.toThrow(
    /sun contradicts this clock by \d+ minutes/,
  );
  const job = await takeIn(ME, id, { tables: [0], clockAsIs: true, overlaps: "file" });
  expect(await ended(job)).toMatchObject({ state: "done" });
});

it("refuses a mapping of another table, and one place for two columns", async () => {
  const id = await brought(exportOf(30, 32).replaceAll(/;(\S+)$/gm, ";$1;$1"));
  const mapping = mappingOf(await openIntake(ME, id), 0);
  const twice = { ...mapping, columns: mapping.columns.map((column) => ({ ...column, to: "inv1.ac_w", unit: "kW" })) };
  await expect(previewIntake(ME, id, 0, twice)).rejects.toThrow(/expected each place once/);
  await expect(previewIntake(ME, id, 0, { ...mapping, columns: [] })).rejects.toThrow(/mapping of another table/);
});

it("leaves everything as it was when reading is called off or refused", async () => {
  const before = await stored();
  const broken = await startIntake(ME, site.id);
  await addIntakeFile(ME, broken.id, "portal.csv", streamOf("<!DOCTYPE html><p>Log in</p>"));
  expect(await ended(await readIntake(ME, broken.id))).toMatchObject({
    state: "failed",
    message: expect.stringContaining("portal.csv, line 1: found a web page"),
  });
  await expect(openIntake(ME, broken.id)).rejects.toMatchObject({ kind: "not-found" });
  const { id } = await startIntake(ME, site.id);
  await addIntakeFile(ME, id, "long.csv", streamOf(exportOf(0, 40).repeat(6)));
  const job = await readIntake(ME, id);
  await cancelJob(ME, job.id);
  expect(await ended(job)).toMatchObject({ state: "cancelled" });
  expect(readdirSync(join(folder, "intakes"))).not.toContain(id);
  expect(await stored()).toEqual(before);
});

it("takes the same files in once, however often it is asked", async () => {
  const id = await brought(exportOf(0, 5));
  const count = (await listImports(ME, site.id)).length;
  const asked = [1, 2].map(async () => (await ended(await takeIn(ME, id, { tables: [0], clockAsIs: true, overlaps: "file" }))).state);
  const came = (await Promise.allSettled(asked)).map((end) =>
    end.status === "fulfilled" ? end.value : (end.reason as { kind: string }).kind,
  );
  expect(came.filter((end) => end === "done")).toHaveLength(1);
  expect(["failed", "conflict", "not-found"]).toContain(came.find((end) => end !== "done"));
  expect(await listImports(ME, site.id)).toHaveLength(count + 1);
});

it("lets two be taken into one site at once", async () => {
  const [first, second] = [await brought(exportOf(0, 20, 0.9)), await brought(exportOf(20, 40, 0.9))];
  const jobs = await Promise.all([first, second].map((id) => takeIn(ME, id, { tables: [0], clockAsIs: true, overlaps: "file" })));
  for (const job of jobs) expect(await ended(job)).toMatchObject({ state: "done" });
  const values = await stored();
  for (let i = 0; i < DAYS * 96; i++) expect(values[i]).toBeCloseTo(power[i] * 0.9, 0);
});

it("leaves everything as it was on a full disk, and takes the same files in once there is room", async () => {
  const id = await brought(exportOf(0, 40, 0.5));
  const [before, imports] = [await stored(), await listImports(ME, site.id)];
  const choice = { tables: [0], clockAsIs: true, overlaps: "file" as const };
  const refused = { state: "failed", message: expect.stringContaining("disk is full") };
  const same = async () => {
    expect(await stored()).toEqual(before);
    expect(await listImports(ME, site.id)).toEqual(imports);
    expect((await openIntake(ME, id)).tables).toHaveLength(1);
  };
  // Where the originals are kept: a device without room stands in the file's place.
  const part = join(folder, "originals", `${id}-0.gz.part`);
  symlinkSync("/dev/full", part);
  expect(await ended(await takeIn(ME, id, choice))).toMatchObject(refused);
  await same();
  // In the database: it may not grow any more.
  Object.assign(PRAGMAS, { max_page_count: await pages() });
  try {
    expect(await ended(await takeIn(ME, id, choice))).toMatchObject(refused);
    await same();
  } finally {
    delete (PRAGMAS as { max_page_count?: number }).max_page_count;
  }
  expect(await ended(await takeIn(ME, id, choice))).toMatchObject({ state: "done" });
  expect((await stored())[2000]).toBeCloseTo(power[2000] * 0.5, 0);
});

/** Pages that the database has now. */
async function pages(): Promise<number> {
  const [row] = await (await database()).query<{ page_count: number }>("PRAGMA page_count", { type: QueryTypes.SELECT });
  return row.page_count;
}
