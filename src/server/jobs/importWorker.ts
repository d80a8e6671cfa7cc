import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { parentPort, workerData } from "node:worker_threads";
import { DAY_MS, MINUTE_MS } from "@/core/constants";
import { FormatError } from "@/core/errors/formatError";
import { SeriesCsvReader } from "@/core/formats/seriesCsv";
import { checkSiteColumns } from "@/core/formats/siteColumns";
import type { Series } from "@/core/series/grid";
import { resample } from "@/core/series/resample";
import type { SiteFile } from "@/core/site/siteSchema";
import { packDays } from "@/db/packedDays";
import type { ImportReply, ImportRequest } from "./importMessages";

async function run({ path, fileName, kind, site }: ImportRequest): Promise<ImportReply> {
  const total = Math.max(1, (await stat(path)).size);
  const reader = new SeriesCsvReader(kind, fileName);
  let read = 0;
  for await (const chunk of createReadStream(path, { encoding: "utf8", highWaterMark: 1 << 18 })) {
    reader.push(chunk as string);
    read += (chunk as string).length;
    parentPort?.postMessage({ progress: Math.min(0.9, (0.9 * read) / total) });
  }
  const series = reader.finish();
  checkSiteColumns([...series.channels.keys()], kind, site as SiteFile, fileName);
  const stored = onStorableStep(series);
  return {
    grid: series.grid,
    rows: series.rows,
    channels: [...stored.channels].map(([name, values]) => ({ name, days: packDays(values, stored.grid, name) })),
  };
}

/** Days are stored whole, so a step that doesn't divide the day is brought to the next shorter one that does. */
function onStorableStep(series: Series): Series {
  const { grid } = series;
  if (DAY_MS % grid.stepMs === 0) return series;
  let minutes = Math.floor(grid.stepMs / MINUTE_MS);
  while (1440 % minutes !== 0) minutes--;
  const stepMs = minutes * MINUTE_MS;
  const startMs = Math.ceil(grid.startMs / stepMs) * stepMs;
  return resample(series, { startMs, stepMs, count: Math.floor((grid.startMs + grid.count * grid.stepMs - startMs) / stepMs) });
}

run(workerData as ImportRequest)
  .then((done) => parentPort?.postMessage({ done }))
  .catch((error) => {
    if (error instanceof FormatError) parentPort?.postMessage({ refused: error.message });
    else throw error;
  });
