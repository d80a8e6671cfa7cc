import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { replaceFromArchive } from "@/server/archive/archives";
import { respond } from "../../../respond";

/** Lets the archive's site take the place of the one that is here; answers with the job. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => replaceFromArchive(await currentActor(), pathId((await params).id, "archive")));
}
