import { createReadStream } from "node:fs";
import { Readable } from "node:stream";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { archiveFile } from "@/server/archive/archives";
import { download } from "../../../download";
import { respond } from "../../../respond";

/** An archive's file. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { path, name } = await archiveFile(await currentActor(), pathId((await params).id, "archive"));
    return download(Readable.toWeb(createReadStream(path)) as ReadableStream, "application/zip", name);
  });
}
