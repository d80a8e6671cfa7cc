import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { archiveView, dropArchive } from "@/server/archive/archives";
import { respond } from "../../respond";

type Context = { params: Promise<{ id: string }> };

/** What is known of an archive that lies here. */
export function GET(request: Request, { params }: Context) {
  return respond(request, async () => archiveView(await currentActor(), pathId((await params).id, "archive")));
}

/** Lets it go. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    await dropArchive(await currentActor(), pathId((await params).id, "archive"));
    return { gone: true };
  });
}
