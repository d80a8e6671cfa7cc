import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Sequelize } from "sequelize";
import { afterEach, beforeEach, expect, it } from "vitest";
import { DAY_MS } from "@/core/constants";
import { writeSeriesCsv } from "@/core/formats/seriesCsv";
import { RandomStream } from "@/core/random";
import { SiteRecord } from "./models/records";
import { openDatabase } from "./open";
import { packDays } from "./packedDays";
import { hasSeries, seriesLines } from "./seriesLines";
import { loadSeries, storeImport } from "./seriesStore";

let folder: string;
let sequelize: Sequelize;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "irradant-lines-"));
  sequelize = await openDatabase(folder);
  await SiteRecord.create({ id: "a", name: "A" });
});
afterEach(async () => {
  await sequelize.close();
  rmSync(folder, { recursive: true });
});

const START = Date.parse("2025-03-01T10:07:00Z");

async function store(id: string, name: string, values: number[], startMs: number, stepMs: number): Promise<void> {
  const grid = { startMs, stepMs, count: values.length };
  const days = packDays(Float64Array.from(values), grid, name);
  const about = { id, siteId: "a", kind: "production" as const, fileName: id, rows: grid.count, actorId: "built-in", grid };
  await storeImport(sequelize, { ...about, channels: [{ name, days }] });
}

async function written(): Promise<string> {
  let text = "";
  for await (const piece of seriesLines("a", "production")) text += piece;
  return text;
}
const whole = async () =>
  [...writeSeriesCsv((await loadSeries("a", "production")) as NonNullable<Awaited<ReturnType<typeof loadSeries>>>)].join("");

it.each([1, 2, 3])("are those of the whole, over months, gaps of months, and channels that come and go (%i)", async (seed) => {
  const stream = new RandomStream(seed);
  const random = () => stream.uniform();
  const hours = 3_600_000;
  for (let k = 0; k < 6; k++) {
    const count = 1 + Math.floor(random() * 24 * 90);
    const values = Array.from({ length: count }, () => (random() < 0.3 ? Number.NaN : Math.round(random() * 1e5) / 10));
    const at = START + Math.floor(random() * 700) * DAY_MS + Math.floor(random() * 24) * hours;
    await store(`i${k}`, ["inv1.ac_w", "inv2.ac_w", "s1.dc_a"][k % 3], values, at, hours);
  }
  const text = await written();
  expect(text).toBe(await whole());
  expect(text.split("\n").length).toBeGreaterThan(1000);
});

it("are those of the whole where days lie on several axes too", async () => {
  await store("one", "inv1.ac_w", Array(400).fill(5), START, 900_000);
  await store("two", "s1.dc_a", Array(400).fill(2), START + 3 * DAY_MS, 300_000);
  expect(await written()).toBe(await whole());
});

it("are none where nothing is stored", async () => {
  expect(await written()).toBe("");
  expect(await hasSeries("a", "production")).toBe(false);
  await store("one", "inv1.ac_w", [1], START, 900_000);
  expect(await hasSeries("a", "production")).toBe(true);
  expect(await hasSeries("a", "weather")).toBe(false);
});
