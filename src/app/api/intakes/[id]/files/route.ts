import type { ReadableStream } from "node:stream/web";
import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { FormatError } from "@/core/errors/formatError";
import { addIntakeFile } from "@/server/intake/intake";
import { readQuery } from "../../../body";
import { respond } from "../../../respond";

const query = z.object({ name: z.string().min(1).max(200) });

/** Takes one file as the raw body. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { name } = readQuery(request, query);
    const id = pathId((await params).id, "intake");
    if (!request.body) throw new FormatError({ file: name, found: "an empty file", expected: "a table of measurements" });
    return addIntakeFile(await currentActor(), id, name, request.body as ReadableStream);
  });
}
