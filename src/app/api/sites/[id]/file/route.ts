import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { siteFileOf } from "@/server/sites/asBuilt";
import { download } from "../../../download";
import { respond } from "../../../respond";

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = pathId((await params).id, "site");
    return download(await siteFileOf(await currentActor(), id), "application/json", `${id}.site.json`);
  });
}
