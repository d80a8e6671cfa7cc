// One run of `benchImporting.ts`: cuts a file into cells, or takes it in; prints time, the most memory, and bytes on disk as JSON.
import { createReadStream, mkdtempSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Papa from "papaparse";
import { normalise } from "@/core/intake/normalise";
import { readExport } from "@/core/intake/readExport";
import { exampleSite } from "@/core/simulator/exampleSite";
import { packDays } from "@/db/packedDays";
import { storeImport } from "@/db/seriesStore";

const [mode, path] = process.argv.slice(2);
const PIECE_BYTES = 1 << 18;

async function bare(): Promise<void> {
  let rest = "";
  for await (const piece of createReadStream(path, { encoding: "utf8", highWaterMark: PIECE_BYTES })) {
    const text = rest + piece;
    const end = text.lastIndexOf("\n") + 1;
    rest = text.slice(end);
    Papa.parse(text.slice(0, end), { delimiter: ";", newline: "\n" });
  }
}

/** From the file's bytes to rows of the database, as the server does. @returns bytes on disk for each value */
async function taken(folder: string): Promise<number> {
  process.env.IRRADANT_DATA = folder;
  const { closeDatabase, database } = await import("@/server/database");
  const { saveSite } = await import("@/server/sites/saveSite");
  const { BUILT_IN_ACTOR } = await import("@/server/actor");
  const site = exampleSite();
  const sequelize = await database();
  await saveSite(BUILT_IN_ACTOR, site, "bench");
  const before = statSync(join(folder, "irradant.sqlite")).size;
  start = performance.now();
  const table = await readExport(createReadStream(path, { highWaterMark: PIECE_BYTES }), "portal.csv", Date.now());
  const { applied } = normalise(table, site, "production");
  const { grid, channels } = applied.series;
  const packed = [...channels].map(([name, values]) => ({ name, days: packDays(values, grid, name) }));
  await storeImport(sequelize, {
    id: "bench",
    siteId: site.id,
    kind: "production",
    fileName: "portal.csv",
    rows: applied.rows,
    grid,
    channels: packed,
    actorId: "bench",
  });
  stop = performance.now();
  await closeDatabase();
  const values = [...channels.values()].reduce(
    (sum, own) => sum + own.reduce((count, value) => count + (Number.isNaN(value) ? 0 : 1), 0),
    0,
  );
  return (statSync(join(folder, "irradant.sqlite")).size - before) / values;
}

let start = performance.now();
let stop = Number.NaN;
const folder = mkdtempSync(join(tmpdir(), "irradant-importing-"));
let bytesPerValue: number | undefined;
if (mode === "bare") await bare();
else bytesPerValue = await taken(folder);
if (Number.isNaN(stop)) stop = performance.now();
rmSync(folder, { recursive: true, force: true });
process.stdout.write(JSON.stringify({ ms: stop - start, megabytes: process.resourceUsage().maxRSS / 1024, bytesPerValue }));
