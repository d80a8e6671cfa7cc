import { pathId } from "@/app/pathId";
import { NotFoundError } from "@/core/errors/errors";
import { demoFile } from "@/server/demo/demoFiles";
import { download } from "../../download";
import { respond } from "../../respond";

export function GET(request: Request, { params }: { params: Promise<{ name: string }> }) {
  return respond(request, async () => {
    const name = pathId((await params).name, "file");
    const bytes = await demoFile(name);
    if (!bytes) throw new NotFoundError("file", name);
    const type = name.endsWith(".jpg") ? "image/jpeg" : name.endsWith(".json") ? "application/json" : "text/csv";
    return download(new Uint8Array(bytes), type, name);
  });
}
