import { randomUUID } from "node:crypto";
import { createWriteStream } from "node:fs";
import { mkdir, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { Sequelize } from "sequelize";
import { reportRecordId } from "@/core/changes/change";
import { IrradantError } from "@/core/errors/errors";
import { writeSeriesCsv } from "@/core/formats/seriesCsv";
import { writeSiteFile } from "@/core/formats/siteFile";
import { type Grid, gridEndMs, type Series } from "@/core/series/grid";
import { readFaultsFile } from "@/core/simulator/faultsFile";
import { simulateSite } from "@/core/simulator/simulateSite";
import { makeWeather } from "@/core/simulator/weatherMaker";
import { SiteRecord } from "@/db/models/records";
import { packDays } from "@/db/packedDays";
import { storeImport } from "@/db/seriesStore";
import { BUILT_IN_ACTOR } from "../actor";
import { freshAnalysisOf } from "../analysis/analysis";
import { createCase } from "../cases/createCase";
import { closeDatabase, database, dataFolder } from "../database";
import { keepChange } from "../field/keepChange";
import { keepFirm } from "../firm/firm";
import { saveSite } from "../sites/saveSite";
import { closePool } from "../work/pool";
import { DEMO_FIRM } from "./demoFirm";
import { isolatorPicture } from "./demoPicture";
import type { DemoSite } from "./demoSite";
import { DEMO_SITES } from "./demoSites";
import { loadVisit } from "./visits/loadVisit";
import { DEMO_VISITS } from "./visits/visits";

const STEP_MS = 900_000;
/** How far intervals of one inverter scatter beside what clouds do, %. */
const NOISE_PCT = 1.2;

/** Loads the demonstration into an empty database; leaves one that holds sites as it is. */
async function loadDemo(): Promise<string> {
  const sequelize = await database();
  if ((await SiteRecord.count()) > 0) return "the data folder holds sites already; nothing loaded";
  const files = join(dataFolder(), "demo-files");
  await mkdir(files, { recursive: true });
  await writeFile(join(files, "isolator.jpg"), await isolatorPicture());
  await keepFirm(BUILT_IN_ACTOR, DEMO_FIRM);
  // While one site is made, those before it are worked out in the pool.
  const analyses: Promise<unknown>[] = [];
  for (const demo of DEMO_SITES) {
    await loadSite(sequelize, files, demo);
    for (const visit of DEMO_VISITS) if (visit.siteId === demo.site.id) await loadVisit(demo.site, visit);
    analyses.push(freshAnalysisOf(BUILT_IN_ACTOR, demo.site.id));
  }
  await Promise.all(analyses);
  return `demo data loaded: ${DEMO_SITES.length} sites with one to three years of weather and production`;
}

async function loadSite(sequelize: Sequelize, files: string, demo: DemoSite): Promise<void> {
  const { id } = demo.site;
  await saveSite(BUILT_IN_ACTOR, demo.site, "As built");
  const { weather, production } = simulate(demo);
  await writeFile(join(files, `${id}.site.json`), writeSiteFile(demo.site));
  for (const [kind, series] of [
    ["weather", weather],
    ["production", production],
  ] as const) {
    await pipeline(Readable.from(writeSeriesCsv(series)), createWriteStream(join(files, `${id}.${kind}.csv`)));
    const loaded = cutSeries(series, Date.parse(demo.period.loadedUntil));
    await storeImport(sequelize, {
      ...{ id: `demo-${id}-${kind}`, siteId: id, kind, fileName: `${id}.${kind}.csv` },
      ...{ rows: loaded.grid.count, grid: loaded.grid, actorId: BUILT_IN_ACTOR.id },
      channels: [...loaded.channels].map(([name, values]) => ({ name, days: packDays(values, loaded.grid, name) })),
    });
  }
  const { owner, ...told } = demo.case;
  await createCase(BUILT_IN_ACTOR, { ...told, siteId: id, openedAt: new Date(told.openedAt) });
  await keepChange(BUILT_IN_ACTOR, {
    ...{ id: randomUUID(), caseId: told.id, device: "demonstration", deviceName: "", author: "", madeMs: Date.parse(told.openedAt) },
    ...{ kind: "report", recordId: reportRecordId(told.id), fields: { recipient: owner } },
  });
}

function simulate({ site, seed, period, faults, trueRatio, told, weather: change }: DemoSite): { weather: Series; production: Series } {
  const startMs = Date.parse(period.from);
  const grid: Grid = { startMs, stepMs: STEP_MS, count: (Date.parse(period.to) - startMs) / STEP_MS };
  const chances = makeWeather(grid, site.location, seed);
  const weather = change?.(chances) ?? chances;
  const snow = { cause: "snow", scope: "site", from: null, to: null };
  const file = readFaultsFile(
    JSON.stringify({ format: "irradant-faults/1", noisePct: NOISE_PCT, faults: [...faults, snow] }),
    site.id,
    site,
  );
  const { production } = simulateSite(site, weather, file, seed, trueRatio);
  return { weather, production: { grid, channels: new Map([...production.channels].filter(([name]) => told.test(name))) } };
}

function cutSeries(series: Series, untilMs: number): Series {
  if (untilMs >= gridEndMs(series.grid)) return series;
  const count = Math.floor((untilMs - series.grid.startMs) / series.grid.stepMs);
  return {
    grid: { ...series.grid, count },
    channels: new Map([...series.channels].map(([name, values]) => [name, values.subarray(0, count)])),
  };
}

try {
  process.stderr.write(`irradant: ${await loadDemo()}\n`);
  await closePool();
  await closeDatabase();
} catch (error) {
  if (!(error instanceof IrradantError)) throw error;
  process.stderr.write(`irradant: ${error.message}\n`);
  process.exitCode = 1;
}
