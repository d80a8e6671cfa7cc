import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { DAY_MINUTES, DAY_MS, MINUTE_MS } from "@/core/constants";
import { SeriesCsvReader } from "@/core/formats/seriesCsv";
import { checkSiteColumns } from "@/core/formats/siteColumns";
import type { Series } from "@/core/series/grid";
import { resample } from "@/core/series/resample";
import { packDays } from "@/db/packedDays";
import type { Report } from "../asTask";
import type { TaskReply, TaskRequest } from "../taskTypes";

/** Reads an uploaded series file, checks every row and packs it. @throws FormatError */
export async function runReadImport(
  { path, fileName, kind, site, nowMs }: TaskRequest<"readImport">,
  report: Report,
): Promise<TaskReply<"readImport">> {
  const total = Math.max(1, (await stat(path)).size);
  const reader = new SeriesCsvReader(kind, fileName, nowMs);
  let read = 0;
  for await (const chunk of createReadStream(path, { encoding: "utf8", highWaterMark: 1 << 18 })) {
    reader.push(chunk as string);
    read += (chunk as string).length;
    report(Math.min(0.9, (0.9 * read) / total));
  }
  const series = reader.finish();
  checkSiteColumns([...series.channels.keys()], kind, site, fileName);
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
  while (DAY_MINUTES % minutes !== 0) minutes--;
  const stepMs = minutes * MINUTE_MS;
  const startMs = Math.ceil(grid.startMs / stepMs) * stepMs;
  return resample(series, { startMs, stepMs, count: Math.floor((grid.startMs + grid.count * grid.stepMs - startMs) / stepMs) });
}
