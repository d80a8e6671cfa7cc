import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { diagnose } from "@/core/diagnosis/diagnose";
import { expectedOutput } from "@/core/expected/expectedOutput";
import { readSeriesCsv, writeSeriesCsv } from "@/core/formats/seriesCsv";
import { exampleSite } from "@/core/simulator/exampleSite";
import { type FaultEntry, readFaultsFile } from "@/core/simulator/faultsFile";
import { simulateProduction } from "@/core/simulator/production";
import { simulateSite } from "@/core/simulator/simulateSite";
import { makeWeather } from "@/core/simulator/weatherMaker";
import { sunPositions } from "@/core/sun/position";
import { weatherFromSeries } from "@/core/weather/weather";
import { packDays } from "@/db/packedDays";
import { loadSeries, storeImport } from "@/db/seriesStore";

const YEAR = { startMs: Date.parse("2025-01-01T00:00:00Z"), stepMs: 900_000, count: 35_040 };

/** Time of the quickest of several runs, ms, once the compiler has seen enough of them: the one that others disturbed least. */
async function time(work: () => unknown, runs = 5, warmUp = 1): Promise<number> {
  for (let k = 0; k < warmUp; k++) await work();
  let quickest = Number.POSITIVE_INFINITY;
  for (let k = 0; k < runs; k++) {
    const start = performance.now();
    await work();
    quickest = Math.min(quickest, performance.now() - start);
  }
  return quickest;
}

const site = exampleSite();
const weather = makeWeather(YEAR, site.location, 1);
const { production } = simulateProduction(site, weather, {
  seed: 1,
  faults: [{ kind: "string-open", string: "s2", fromMs: Date.parse("2025-03-14T00:00Z") }],
});
const csv = [...writeSeriesCsv(production)].join("");
const instants = Float64Array.from({ length: YEAR.count }, (_, i) => YEAR.startMs + i * YEAR.stepMs);

const bare = await time(() => sunPositions(instants, site.location), 31, 15);
process.stdout.write(
  `A year of 15-minute intervals. Unit: the bare loop of the sun's position, ${bare.toFixed(1)} ms for ${YEAR.count} instants here.\n`,
);
const line = (name: string, ms: number, more = "") =>
  process.stdout.write(`${name.padEnd(48)} ${(ms / bare).toFixed(1).padStart(8)} × the sun loop${more}\n`);

const speed = (steps: number, ms: number) => `   (${(steps / ms / 1000).toFixed(2)} million plane-steps a second)`;
const expected = await time(() => expectedOutput(site, weatherFromSeries(weather)), 21, 15);
line("expected output, one plane, GHI to AC", expected, speed(YEAR.count, expected));
const four = exampleSite((it) => {
  const [plane] = it.planes;
  const [pvString] = it.strings;
  it.planes = [90, 150, 210, 270].map((azimuthDeg) => ({ ...plane, id: `p${azimuthDeg}`, azimuthDeg }));
  it.strings = it.planes.map(({ id }) => ({ ...pvString, id: `s-${id}`, plane: id }));
});
const fourPlanes = await time(() => expectedOutput(four, weatherFromSeries(weather)), 15, 5);
line("the same for four planes", fourPlanes, speed(4 * YEAR.count, fourPlanes));
const shaded = exampleSite((it) => {
  it.strings = ["s1", "s2"].map((id) => ({ ...it.strings[0], id, modules: 12 }));
  Object.assign(it.planes[0], {
    rows: 2,
    obstacles: [
      { id: "spruce", kind: "tree", bearingDeg: 215, distanceM: 14, heightM: 9, widthM: 4, growthMPerYear: 0.5, surveyed: "2024-05-01" },
      { id: "chimney", kind: "chimney", bearingDeg: 165, distanceM: 3, heightM: 1.5, widthM: 0.8 },
    ],
  });
});
const mismatched = await time(() => expectedOutput(shaded, weatherFromSeries(weather)), 3);
const seconds = (ms: number) => `   (${(ms / 1000).toFixed(1)} s here)`;
line("24 modules by a chimney and a tree, each solved", mismatched, seconds(mismatched));
const micro = exampleSite((it) => {
  Object.assign(it, shaded, { id: "micro" });
  it.inverters = [{ ...it.inverters[0], kind: "micro", acRatedW: 400, startW: 2 }];
});
const alone = await time(() => expectedOutput(micro, weatherFromSeries(weather)), 3);
line("the same with a converter on each module", alone, seconds(alone));
const names = { weather: "w", production: "p" };
// As warm as the loop that it is held against: the workers of a server are.
const diagnosed = await time(() => diagnose(site, weather, production, names), 9, 4);
line("diagnosis of a year, one inverter", diagnosed, seconds(diagnosed));
// Two runs that are long: once, without a warm-up.
const long = async (name: string, of: typeof site, days: number, cause: FaultEntry) => {
  const grid = { ...YEAR, startMs: Date.parse("2016-01-01T00:00:00Z"), count: days * 96 };
  const sky = makeWeather(grid, of.location, 2);
  const file = readFaultsFile(JSON.stringify({ format: "irradant-faults/1", noisePct: 1, faults: [cause] }), "bench", of);
  const made = simulateSite(of, sky, file, 2).production;
  const told = { grid, channels: new Map([...made.channels].filter(([channel]) => /\.(ac_w|wh)$/.test(channel))) };
  const ms = await time(() => diagnose(of, sky, told, names), 1, 0);
  line(name, ms, seconds(ms));
};
await long("diagnosis of 26 months, 24 modules told", micro, 790, {
  ...{ cause: "module-converter-failed", scope: "s1.05", from: "2017-03-01T00:00:00Z", to: null },
});
await long("diagnosis of ten years, one inverter", exampleSite(), 3652, {
  ...{ cause: "soiling", scope: "site", from: null, to: null, pctPerDay: 0.3 },
});
line("reading a year of production CSV", await time(() => readSeriesCsv(csv, "production", "p"), 3));

const folder = mkdtempSync(join(tmpdir(), "irradant-bench-"));
process.env.IRRADANT_DATA = folder;
const { closeDatabase, database } = await import("@/server/database");
const { saveSite } = await import("@/server/sites/saveSite");
const { BUILT_IN_ACTOR } = await import("@/server/actor");
const sequelize = await database();
await saveSite(BUILT_IN_ACTOR, site, "bench");
for (const [kind, series] of [
  ["weather", weather],
  ["production", production],
] as const) {
  await storeImport(sequelize, {
    id: `bench-${kind}`,
    siteId: site.id,
    kind,
    fileName: kind,
    rows: series.grid.count,
    actorId: BUILT_IN_ACTOR.id,
    grid: series.grid,
    channels: [...series.channels].map(([name, values]) => ({ name, days: packDays(values, series.grid, name) })),
  });
}
line(
  "loading a year of series from the database",
  await time(async () => [await loadSeries(site.id, "weather"), await loadSeries(site.id, "production")]),
);
const { createCase } = await import("@/server/cases/createCase");
const { openCase } = await import("@/server/cases/openCase");
const caseId = await createCase(BUILT_IN_ACTOR, { siteId: site.id, kind: "routine", title: "bench" });
const { freshAnalysisOf } = await import("@/server/analysis/analysis");
await freshAnalysisOf(BUILT_IN_ACTOR, site.id);
const warm = await time(() => openCase(BUILT_IN_ACTOR, caseId));
line("opening a case with a year of data, warm", warm, `   (${warm.toFixed(1)} ms here)`);
await closeDatabase();
rmSync(folder, { recursive: true, force: true });
const { benchLongSeries } = await import("./longSeries");
const ten = await benchLongSeries(time);
line(
  "a month of ten years of 5 minutes, 29 channels",
  ten.monthMs,
  `   (${ten.monthMs.toFixed(1)} ms here; ${(ten.values / 1e6).toFixed(1)} million values at ${ten.bytesPerValue.toFixed(2)} bytes on disk)`,
);
const { benchImporting } = await import("./benchImporting");
benchImporting();
const { benchServer } = await import("./server");
await benchServer();
const { benchDiagnosis } = await import("./diagnosis/benchDiagnosis");
benchDiagnosis(undefined);
