import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { originalFile } from "@/server/imports/reading";
import { readQuery } from "../../../body";
import { download } from "../../../download";
import { respond } from "../../../respond";

const query = z.object({ file: z.coerce.number().int().min(0).default(0) });

/** A file as it came, before anything was made of it. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { file } = readQuery(request, query);
    const { name, bytes } = await originalFile(await currentActor(), pathId((await params).id, "import"), file);
    return download(bytes, "application/octet-stream", name);
  });
}
