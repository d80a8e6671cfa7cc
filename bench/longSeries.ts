import { mkdtempSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { exampleSite } from "@/core/simulator/exampleSite";
import { packDays } from "@/db/packedDays";
import { storeImport } from "@/db/seriesStore";

/** Ten years of 5 minutes. */
const GRID = { startMs: Date.parse("2015-01-01T00:00:00Z"), stepMs: 300_000, count: 288 * 3652 };
const CHANNELS = [
  "inv1.ac_w",
  ...["s1", "s2", "s3", "s4"].map((id) => `${id}.dc_a`),
  ...["s1", "s2", "s3", "s4"].flatMap((id) => Array.from({ length: 6 }, (_, k) => `${id}.0${k + 1}.wh`)),
];

/** Values of a channel, the same for each: what is measured is where they lie, not what they are. */
function values(): Float64Array {
  return Float64Array.from({ length: GRID.count }, (_, i) => Math.max(0, Math.sin(((i % 288) / 288 - 0.25) * 2 * Math.PI)) * (i % 97));
}

/**
 * Ten years of 5-minute data of an inverter with four strings and 24 modules: what a month of it costs to open, and bytes on disk for each value.
 * @param time of the quickest of several runs
 */
export async function benchLongSeries(
  time: (work: () => unknown, runs: number) => Promise<number>,
): Promise<{ monthMs: number; bytesPerValue: number; values: number }> {
  const folder = mkdtempSync(join(tmpdir(), "irradant-long-"));
  process.env.IRRADANT_DATA = folder;
  const { closeDatabase, database } = await import("@/server/database");
  const { saveSite } = await import("@/server/sites/saveSite");
  const { monthOf } = await import("@/server/series/monthOf");
  const { BUILT_IN_ACTOR } = await import("@/server/actor");
  const site = exampleSite();
  const sequelize = await database();
  await saveSite(BUILT_IN_ACTOR, site, "bench");
  const before = statSync(join(folder, "irradant.sqlite")).size;
  const own = values();
  await storeImport(sequelize, {
    ...{ id: "bench", siteId: site.id, kind: "production", fileName: "long", rows: GRID.count, grid: GRID, actorId: "bench" },
    channels: CHANNELS.map((name) => ({ name, days: packDays(own, GRID, name) })),
  });
  // Another month each time: what was just read isn't read again.
  let month = 0;
  const next = () => `${2015 + Math.floor(month / 12)}-${String((month++ % 12) + 1).padStart(2, "0")}`;
  const monthMs = await time(() => monthOf(BUILT_IN_ACTOR, site.id, next()), 40);
  await sequelize.query("PRAGMA wal_checkpoint(TRUNCATE)");
  await closeDatabase();
  const bytes = statSync(join(folder, "irradant.sqlite")).size - before;
  rmSync(folder, { recursive: true, force: true });
  return { monthMs, bytesPerValue: bytes / (GRID.count * CHANNELS.length), values: GRID.count * CHANNELS.length };
}
