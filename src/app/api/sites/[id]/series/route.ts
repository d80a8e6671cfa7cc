import { Readable } from "node:stream";
import { z } from "zod";
import { writeSeriesCsv } from "@/core/formats/seriesCsv";
import { loadSeries } from "@/db/seriesStore";
import { presentSite } from "@/server/sites/asBuilt";
import { respond } from "../../../respond";
import { download } from "../download";

const query = z.object({ kind: z.enum(["production", "weather"]) });

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { kind } = query.parse(Object.fromEntries(new URL(request.url).searchParams));
    const { id } = await params;
    await presentSite(id);
    const series = await loadSeries(id, kind);
    return series && download(Readable.toWeb(Readable.from(writeSeriesCsv(series))) as ReadableStream, "text/csv", `${id}.${kind}.csv`);
  });
}
