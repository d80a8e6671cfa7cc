import type { ReadableStream } from "node:stream/web";
import { z } from "zod";
import { currentActor } from "@/app/actor";
import { FormatError } from "@/core/errors/formatError";
import { bringArchive } from "@/server/archive/archives";
import { readQuery } from "../body";
import { respond } from "../respond";

const query = z.object({ name: z.string().min(1).max(200) });

/** Takes an archive as the raw body; answers with the job that reads it, and the archive's id. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { name } = readQuery(request, query);
    if (!request.body) throw new FormatError({ file: name, found: "an empty file", expected: "an archive *.irradant.zip" });
    return bringArchive(await currentActor(), name, request.body as ReadableStream);
  });
}
