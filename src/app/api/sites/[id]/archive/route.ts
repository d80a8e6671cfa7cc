import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { makeArchive } from "@/server/archive/archives";
import { respond } from "../../../respond";

/** Writes a site's archive; answers with the job that does, and the archive's id. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => makeArchive(await currentActor(), pathId((await params).id, "site")));
}
