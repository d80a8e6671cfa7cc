import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";
import { NotFoundError } from "@/core/errors/errors";
import { exampleSite } from "@/core/simulator/exampleSite";
import { packDays } from "@/db/packedDays";
import { storeImport, undoImport } from "@/db/seriesStore";
import { BUILT_IN_ACTOR as ME } from "../actor";
import { closeDatabase, database } from "../database";
import { saveSite } from "../sites/saveSite";
import { monthOf } from "./monthOf";

const folder = mkdtempSync(join(tmpdir(), "irradant-month-"));
/** From noon on 30 January to noon on 2 March, hour by hour. */
const GRID = { startMs: Date.parse("2025-01-30T12:00:00Z"), stepMs: 3_600_000, count: 31 * 24 };
const SITE = exampleSite();

beforeAll(async () => {
  process.env.IRRADANT_DATA = folder;
  await saveSite(ME, SITE, "As built");
  const channels = {
    "inv1.ac_w": Float64Array.from({ length: GRID.count }, (_, i) => (i % 24 < 12 ? 1000 : Number.NaN)),
    "meter.main.kwh": Float64Array.from({ length: GRID.count }, (_, i) => 500 + i),
    "s1.01.wh": new Float64Array(GRID.count).fill(20),
  };
  const wind = new Float64Array(GRID.count).fill(3);
  const one = { siteId: SITE.id, fileName: "f", rows: GRID.count, grid: GRID, actorId: "x" };
  const packed = (name: string, values: Float64Array) => ({ name, days: packDays(values, GRID, name) });
  await storeImport(await database(), {
    ...{ ...one, id: "p", kind: "production" },
    channels: Object.entries(channels).map(([name, values]) => packed(name, values)),
  });
  await storeImport(await database(), { ...one, id: "w", kind: "weather", channels: [packed("wind", wind)] });
});
afterAll(async () => {
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

it("adds a month up: energy of powers, growth of counters, sums of energies, means of all else", async () => {
  const { months, channels } = await monthOf(ME, SITE.id, "2025-02");
  expect(months).toEqual({ first: "2025-01", last: "2025-03" });
  expect(channels).toMatchObject([
    // Half of the hours of 28 days at 1 kW.
    { name: "inv1.ac_w", told: "energy", total: 336, least: 1000, most: 1000 },
    { name: "meter.main.kwh", told: "growth", total: 671 },
    { name: "s1.01.wh", told: "sum", total: 28 * 24 * 20 },
    { name: "wind", told: "mean", total: 3 },
  ]);
  expect(channels[0].shares).toEqual(new Array(28).fill(0.5));
  expect(channels[1].shares).toEqual(new Array(28).fill(1));
});

it("shows the last month where none is named, days that are partly there, and months without anything", async () => {
  const last = await monthOf(ME, SITE.id, null);
  expect(last.month).toBe("2025-03");
  expect(last.channels[1].shares.slice(0, 3)).toEqual([1, 0.5, 0]);
  expect((await monthOf(ME, SITE.id, "2024-07")).channels.map(({ total }) => total)).toEqual([null, null, null, null]);
  await expect(monthOf(ME, "nowhere", null)).rejects.toBeInstanceOf(NotFoundError);
});

it("follows an import that is taken back", async () => {
  await undoImport(await database(), "w");
  expect((await monthOf(ME, SITE.id, "2025-02")).channels[3]).toMatchObject({ name: "wind", total: null });
});
