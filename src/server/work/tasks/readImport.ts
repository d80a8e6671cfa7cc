import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { SeriesCsvReader } from "@/core/formats/seriesCsv";
import { checkSiteColumns } from "@/core/formats/siteColumns";
import { packDays } from "@/db/packedDays";
import type { Report } from "../asTask";
import type { TaskReply, TaskRequest } from "../taskTypes";
import { onStorableStep } from "./storableStep";

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
