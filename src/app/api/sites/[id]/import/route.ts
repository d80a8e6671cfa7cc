import type { ReadableStream } from "node:stream/web";
import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { FormatError } from "@/core/errors/formatError";
import { SERIES_MOST } from "@/core/formats/seriesLimits";
import { startImport } from "@/server/imports/importSeries";
import { requireSite } from "@/server/sites/asBuilt";
import { receiveUpload } from "@/server/uploads/receiveUpload";
import { readQuery } from "../../../body";
import { respond } from "../../../respond";

const query = z.object({ kind: z.enum(["production", "weather"]), name: z.string().min(1).max(200) });

/** Takes a series file as the raw body and answers with the job that reads it. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { kind, name } = readQuery(request, query);
    const id = pathId((await params).id, "site");
    const actor = await currentActor();
    await requireSite(actor, id);
    if (!request.body) throw new FormatError({ file: name, found: "an empty file", expected: "a series CSV" });
    return startImport(actor, id, kind, name, await receiveUpload(request.body as ReadableStream, name, SERIES_MOST.fileBytes));
  });
}
