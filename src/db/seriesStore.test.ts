import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Sequelize } from "sequelize";
import { afterEach, beforeEach, expect, it } from "vitest";
import type { Series } from "@/core/series/grid";
import { SiteRecord } from "./models/records";
import { ImportRecord, SeriesDayRecord } from "./models/series";
import { openDatabase } from "./open";
import { packDays } from "./packedDays";
import { loadSeries, storeImport, undoImport } from "./seriesStore";

let folder: string;
let sequelize: Sequelize;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "irradant-store-"));
  sequelize = await openDatabase(folder);
  await SiteRecord.create({ id: "a", name: "A" });
});
afterEach(async () => {
  await sequelize.close();
  rmSync(folder, { recursive: true });
});

const START = Date.parse("2025-03-01T10:00:00Z");
function series(values: number[], startMs = START, stepMs = 900_000, name = "inv1.ac_w"): Series {
  return { grid: { startMs, stepMs, count: values.length }, channels: new Map([[name, Float64Array.from(values)]]) };
}
async function store(id: string, { grid, channels }: Series): Promise<void> {
  await storeImport(sequelize, {
    id,
    siteId: "a",
    kind: "production",
    fileName: `${id}.csv`,
    rows: grid.count,
    actorId: "built-in",
    grid,
    channels: [...channels].map(([name, values]) => ({ name, days: packDays(values, grid, name) })),
  });
}
const loaded = async (name = "inv1.ac_w") => [...((await loadSeries("a", "production"))?.channels.get(name) ?? [])];

it("gives back what was stored, over midnight, on the same axis, one row a channel and day", async () => {
  const values = Array.from({ length: 300 }, (_, k) => (k % 7 === 3 ? Number.NaN : k / 4));
  await store("one", series(values));
  const back = await loadSeries("a", "production");
  expect(back?.grid).toEqual({ startMs: START, stepMs: 900_000, count: 300 });
  expect(await loaded()).toEqual(values);
  expect(await SeriesDayRecord.count()).toBe(4);
});

it("keeps a counter's last watt-hour", async () => {
  await store("one", series([98765.4321, 98765.4329], START, 900_000, "meter.m1.kwh"));
  expect(await loaded("meter.m1.kwh")).toEqual([98765.4321, 98765.4329]);
});

it("lets newer values win, keeps older ones where the newer are missing, and undoes to what was before", async () => {
  await store("old", series([1, 2, 3, 4]));
  await store("new", series([20, Number.NaN, 40, 50], START + 900_000));
  expect(await loaded()).toEqual([1, 20, 3, 40, 50]);
  expect(await undoImport(sequelize, "old")).toBe(false);
  expect(await undoImport(sequelize, "new")).toBe(true);
  expect(await loaded()).toEqual([1, 2, 3, 4]);
  expect(await undoImport(sequelize, "new")).toBe(false);
  expect(await undoImport(sequelize, "old")).toBe(true);
  expect(await loadSeries("a", "production")).toBeNull();
});

it("brings channels of another interval to the commonest one", async () => {
  await store("quarter", series(Array.from({ length: 400 }, () => 8)));
  await store("hour", series([1, 2, 3], START, 3_600_000, "inv2.ac_w"));
  expect((await loaded("inv2.ac_w")).slice(0, 12)).toEqual([1, 1, 1, 1, 2, 2, 2, 2, 3, 3, 3, 3]);
});

it("stores all of an import or nothing", async () => {
  await store("good", series([1, 2]));
  const before = (await SiteRecord.findByPk("a"))?.revision;
  await expect(
    storeImport(sequelize, {
      id: "bad",
      siteId: "a",
      kind: "production",
      fileName: "bad",
      rows: 1,
      actorId: "built-in",
      grid: { startMs: START, stepMs: 900_000, count: 1 },
      channels: [
        { name: "inv1.ac_w", days: packDays(Float64Array.from([9, 9]), { startMs: START, stepMs: 900_000, count: 2 }, "inv1.ac_w") },
        { name: "inv1.dc_w", days: [{ day: 1, stepMs: 1, phaseMs: 0, packed: null as never }] },
      ],
    }),
  ).rejects.toThrow();
  expect(await loaded()).toEqual([1, 2]);
  expect(await ImportRecord.count()).toBe(1);
  expect((await SiteRecord.findByPk("a"))?.revision).toBe(before);
});

it("refuses a folder that can't be written with one clear line", async () => {
  const underAFile = join(folder, "irradant.sqlite", "below");
  await expect(openDatabase(underAFile)).rejects.toThrow(/^The data folder .*below can't be written: ENOTDIR$/);
  await expect(openDatabase("/proc/irradant/data")).rejects.toThrow(/^The data folder .* can't be written: E[A-Z]+$/);
});
