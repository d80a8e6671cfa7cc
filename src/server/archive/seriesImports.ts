import type { Readable } from "node:stream";
import type { SeriesKind } from "@/core/formats/seriesColumns";
import { SeriesCsvReader } from "@/core/formats/seriesCsv";
import { packDays } from "@/db/packedDays";
import type { PackedImport } from "@/db/seriesStore";
import { newId } from "../newId";
import { onStorableStep } from "../work/tasks/storableStep";
import type { ArchiveContents } from "./contents";
import type { ReadArchive } from "./readArchive";

/** The series of an archive that another program wrote, as imports. @throws FormatError with the line */
export async function seriesImports(archive: ReadArchive, { siteId }: ArchiveContents, actorId: string): Promise<PackedImport[]> {
  const imports: PackedImport[] = [];
  for (const kind of ["production", "weather"] as const) {
    const path = `series/${kind}.csv`;
    if (archive.paths.includes(path)) imports.push(await packedOf(await archive.stream(path), path, kind, siteId, actorId));
  }
  return imports;
}

async function packedOf(stream: Readable, path: string, kind: SeriesKind, siteId: string, actorId: string): Promise<PackedImport> {
  const reader = new SeriesCsvReader(kind, path, Date.now());
  stream.setEncoding("utf8");
  for await (const chunk of stream) reader.push(chunk as string);
  const series = reader.finish();
  const stored = onStorableStep(series);
  const channels = [...stored.channels].map(([name, values]) => ({ name, days: packDays(values, stored.grid, name) }));
  return { id: newId(), siteId, kind, fileName: path, rows: series.rows, grid: series.grid, channels, actorId };
}
