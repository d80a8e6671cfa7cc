import type { ReadableStream } from "node:stream/web";
import { z } from "zod";
import { RefusedError } from "@/core/errors/errors";
import { receiveUpload, startImport } from "@/server/imports/importSeries";
import { presentSite } from "@/server/sites/asBuilt";
import { respond } from "../../../respond";

const query = z.object({ kind: z.enum(["production", "weather"]), name: z.string().min(1).max(200) });

/** Takes a series file as the raw body and answers with the job that reads it. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { kind, name } = query.parse(Object.fromEntries(new URL(request.url).searchParams));
    const { id } = await params;
    await presentSite(id);
    if (!request.body) throw new RefusedError(`${name}: found an empty file, expected a series CSV`);
    return startImport(id, kind, name, await receiveUpload(request.body as ReadableStream));
  });
}
