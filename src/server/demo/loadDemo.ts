import { createWriteStream } from "node:fs";
import { mkdir, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { IrradantError } from "@/core/errors/errors";
import { writeSeriesCsv } from "@/core/formats/seriesCsv";
import { writeSiteFile } from "@/core/formats/siteFile";
import { type Grid, gridEndMs, type Series } from "@/core/series/grid";
import { simulateProduction } from "@/core/simulator/production";
import { makeWeather } from "@/core/simulator/weatherMaker";
import { SiteRecord } from "@/db/models/records";
import { packDays } from "@/db/packedDays";
import { storeImport } from "@/db/seriesStore";
import { BUILT_IN_ACTOR } from "../actor";
import { freshAnalysisOf } from "../analysis/analysis";
import { createCase } from "../cases/createCase";
import { closeDatabase, database, dataFolder } from "../database";
import { saveSite } from "../sites/saveSite";
import { closePool } from "../work/pool";
import { isolatorPicture } from "./demoPicture";
import { DEMO_PERIOD, type DemoSite, demoSites } from "./demoSites";

const STEP_MS = 900_000;

/** Loads the demonstration into an empty database; leaves one that holds sites as it is. */
async function loadDemo(): Promise<string> {
  const sequelize = await database();
  if ((await SiteRecord.count()) > 0) return "the data folder holds sites already; nothing loaded";
  const files = join(dataFolder(), "demo-files");
  await mkdir(files, { recursive: true });
  await writeFile(join(files, "isolator.jpg"), await isolatorPicture());
  for (const demo of demoSites()) {
    await saveSite(BUILT_IN_ACTOR, demo.site, "As built");
    const { weather, production } = simulate(demo);
    await writeFile(join(files, `${demo.site.id}.site.json`), writeSiteFile(demo.site));
    for (const [kind, series] of [
      ["weather", weather],
      ["production", production],
    ] as const) {
      await pipeline(Readable.from(writeSeriesCsv(series)), createWriteStream(join(files, `${demo.site.id}.${kind}.csv`)));
      const loaded = cutSeries(series, Date.parse(demo.loadedUntil));
      await storeImport(sequelize, {
        id: `demo-${demo.site.id}-${kind}`,
        siteId: demo.site.id,
        kind,
        fileName: `${demo.site.id}.${kind}.csv`,
        rows: loaded.grid.count,
        grid: loaded.grid,
        actorId: BUILT_IN_ACTOR.id,
        channels: [...loaded.channels].map(([name, values]) => ({ name, days: packDays(values, loaded.grid, name) })),
      });
    }
    await createCase(BUILT_IN_ACTOR, { ...demo.case, siteId: demo.site.id, openedAt: new Date(demo.case.openedAt) });
    await freshAnalysisOf(BUILT_IN_ACTOR, demo.site.id);
  }
  return "demo data loaded: three sites with a year of weather and production";
}

function simulate({ site, seed, faults, trueRatio, stringCurrents }: DemoSite): { weather: Series; production: Series } {
  const startMs = Date.parse(DEMO_PERIOD.from);
  const grid: Grid = { startMs, stepMs: STEP_MS, count: (Date.parse(DEMO_PERIOD.to) - startMs) / STEP_MS };
  const weather = makeWeather(grid, site.location, seed);
  return { weather, production: simulateProduction(site, weather, { seed, faults, trueRatio, stringCurrents }).production };
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
