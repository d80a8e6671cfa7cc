import { Readable } from "node:stream";
import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { exportSeries } from "@/server/series/exportSeries";
import { readQuery } from "../../../body";
import { download } from "../../../download";
import { respond } from "../../../respond";

const query = z.object({ kind: z.enum(["production", "weather"]) });

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { kind } = readQuery(request, query);
    const id = pathId((await params).id, "site");
    const lines = await exportSeries(await currentActor(), id, kind);
    return download(Readable.toWeb(Readable.from(lines)) as ReadableStream, "text/csv", `${id}.${kind}.csv`);
  });
}
